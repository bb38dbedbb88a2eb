import { queueOptionsSymbol } from "piscina";
import { describe, expect, it } from "vitest";
import { GIVES_WAY, TaskOrder } from "./task-order";

type Task = Parameters<TaskOrder["push"]>[0];
const task = (name: string, gives = false): Task & { name: string } => ({
  name,
  [queueOptionsSymbol]: gives ? GIVES_WAY[queueOptionsSymbol] : null,
});
const drained = (queue: TaskOrder) => {
  const names: string[] = [];
  for (let next = queue.shift(); next; next = queue.shift()) names.push((next as Task & { name: string }).name);
  return names.join("");
};

describe("the order of tasks", () => {
  it("is that in which they came, those that give way behind all others", () => {
    const queue = new TaskOrder();
    for (const one of [task("x", true), task("a"), task("y", true), task("b")]) queue.push(one);
    expect(queue.size).toBe(4);
    expect(drained(queue)).toBe("abxy");
    expect([queue.size, queue.shift()]).toEqual([0, null]);
  });

  it("keeps to it when one is taken out or put in front", () => {
    const queue = new TaskOrder();
    const [a, x] = [task("a"), task("x", true)];
    for (const one of [x, a, task("b"), task("y", true)]) queue.push(one);
    queue.remove(a);
    queue.remove(x);
    queue.unshift(task("c"));
    queue.unshift(task("z", true));
    expect(drained(queue)).toBe("cbzy");
  });
});
