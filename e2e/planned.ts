import type { APIRequestContext } from "@playwright/test";

/** Begins a plan on a server without its screens; gives its id. */
export async function beginPlan(
  request: APIRequestContext,
  address: string,
  fields: Readonly<Record<string, string>>,
): Promise<string> {
  const said = await request.post(`${address}/plans.data`, {
    form: { intent: "begin", here: "", ...fields },
    headers: { Origin: address },
  });
  const id = /\/plans\/([a-f0-9]{12})/.exec(await said.text())?.[1];
  if (id === undefined) throw new Error(`no plan was begun: ${said.status()}`);
  return id;
}

export async function removePlan(request: APIRequestContext, address: string, id: string): Promise<void> {
  await request.post(`${address}/plans.data`, { form: { intent: "remove", id }, headers: { Origin: address } });
}
