/*
 * A delivered session until all open screens are current: from the press, over the event that tells the screens, to
 * the last of their answers. What a browser then draws is not in it.
 */

/** Milliseconds of each of so many deliveries, a whole session at a time, with these screens open. */
export async function deliveries(base: string, screens: readonly string[], times: number): Promise<number[]> {
  const events = await fetch(`${base}/events`);
  const reader = events.body!.getReader();
  // The version that the screens have been told of, and who waits for a later one.
  let version = 0;
  let heard: () => void = () => undefined;
  void (async () => {
    const text = new TextDecoder();
    for (;;) {
      const { value, done } = await reader.read();
      if (done) return;
      for (const [, told] of text.decode(value).matchAll(/"version":(\d+)/g)) version = Number(told);
      heard();
    }
  })();
  const open = () => Promise.all(screens.map(async (screen) => (await fetch(base + screen)).arrayBuffer()));
  await open();
  const spent: number[] = [];
  for (let k = 0; k < times; k++) {
    const before = version;
    const told = new Promise<void>((resolve) => {
      heard = () => {
        if (version > before) resolve();
      };
    });
    const start = performance.now();
    const pressed = fetch(`${base}/feed`, {
      method: "POST",
      headers: { "Content-Type": "application/x-www-form-urlencoded", Origin: base },
      body: "intent=close",
    });
    await told;
    await open();
    spent.push(performance.now() - start);
    await (await pressed).arrayBuffer();
  }
  await reader.cancel();
  return spent;
}
