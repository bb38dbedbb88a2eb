import { queueOptionsSymbol, type TaskQueue } from "piscina";

type Task = Parameters<TaskQueue["push"]>[0];

/** Marks a task that gives way to those that somebody waits for. */
export const GIVES_WAY = { [queueOptionsSymbol]: { givesWay: true } };

/** Tasks in the order in which they came, those that give way behind all others. */
export class TaskOrder implements TaskQueue {
  readonly #waitedFor: Task[] = [];
  readonly #others: Task[] = [];

  get size(): number {
    return this.#waitedFor.length + this.#others.length;
  }

  shift(): Task | null {
    return this.#waitedFor.shift() ?? this.#others.shift() ?? null;
  }

  push(task: Task): void {
    this.#listOf(task).push(task);
  }

  unshift(task: Task): void {
    this.#listOf(task).unshift(task);
  }

  remove(task: Task): void {
    const list = this.#listOf(task);
    list.splice(list.indexOf(task), 1);
  }

  #listOf(task: Task): Task[] {
    return task[queueOptionsSymbol] === null ? this.#waitedFor : this.#others;
  }
}
