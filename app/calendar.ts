import { weekday } from "@core/columns/epoch-day";

/** A market's sessions in the browser, made from its first and last day and the weekdays between without a session. */
export class SessionCalendar {
  readonly sessions: Int32Array;

  constructor(first: number, last: number, closed: Int32Array) {
    const none = new Set(closed);
    const days: number[] = [];
    for (let day = first; day <= last; day++) if (weekday(day) <= 5 && !none.has(day)) days.push(day);
    this.sessions = Int32Array.from(days);
  }

  get first(): number {
    return this.sessions[0]!;
  }

  get latest(): number {
    return this.sessions[this.sessions.length - 1]!;
  }

  /** The last session on or before a day, the first session for an earlier day. */
  at(day: number): number {
    return this.sessions[this.#indexAt(day)]!;
  }

  /** The session so many sessions from a day, within the calendar. */
  step(day: number, by: number): number {
    const index = this.#indexAt(day) + by;
    return this.sessions[Math.max(0, Math.min(this.sessions.length - 1, index))]!;
  }

  #indexAt(day: number): number {
    let low = 0;
    let high = this.sessions.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.sessions[middle]! <= day) low = middle;
      else high = middle - 1;
    }
    return low;
  }
}
