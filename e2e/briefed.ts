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

/** Empties the tray of a server, of what an earlier try has left there too. */
export async function emptyTray(request: APIRequestContext, address: string): Promise<void> {
  const ids = Array.from({ length: 99 }, (_, k) => k + 1).join();
  await request.post(`${address}/pins.data`, { form: { intent: "remove", ids }, headers: { Origin: address } });
}

export async function removeBrief(request: APIRequestContext, address: string, id: string): Promise<void> {
  await request.post(`${address}/briefs.data`, { form: { intent: "remove", id }, headers: { Origin: address } });
}
