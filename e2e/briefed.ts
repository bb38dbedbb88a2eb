import type { APIRequestContext } from "@playwright/test";

/** Begins a brief on a server without its screens; gives its id. */
export async function beginBrief(request: APIRequestContext, address: string, routine: string, here = ""): Promise<string> {
  const said = await request.post(`${address}/briefs.data`, {
    form: { intent: "begin", routine, here },
    headers: { Origin: address },
  });
  const id = /\/briefs\/([a-f0-9]{12})/.exec(await said.text())?.[1];
  if (id === undefined) throw new Error(`no brief was begun: ${said.status()}`);
  return id;
}

export async function removeBrief(request: APIRequestContext, address: string, id: string): Promise<void> {
  await request.post(`${address}/briefs.data`, { form: { intent: "remove", id }, headers: { Origin: address } });
}
