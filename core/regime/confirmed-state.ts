/** No state: before the first defined one, or a raw state that is not defined. */
export const UNDEFINED_STATE = -1;

/**
 * Holds a state until a new one has lasted.
 * Formula: the first defined state is taken at once; afterwards the state changes on the third session running on
 * which the raw state is the same new one; an undefined raw state restarts the count and keeps the state (method 4, E01).
 * @param raw a state code a session, -1 where undefined
 * @param sessions how many sessions running confirm a change [3]
 * @returns the confirmed code a session, -1 before the first
 * @example confirmedState(Int8Array.of(-1, 0, 1, 1, -1, 1, 1, 1)) // => [-1, 0, 0, 0, 0, 0, 0, 1]
 */
export function confirmedState(raw: Int8Array, sessions = 3): Int8Array {
  const out = new Int8Array(raw.length).fill(UNDEFINED_STATE);
  let state = UNDEFINED_STATE;
  let candidate = UNDEFINED_STATE;
  let running = 0;
  for (let t = 0; t < raw.length; t++) {
    const now = raw[t]!;
    if (now === UNDEFINED_STATE || now === state) {
      running = 0;
      candidate = UNDEFINED_STATE;
    } else if (state === UNDEFINED_STATE) {
      state = now;
    } else {
      running = now === candidate ? running + 1 : 1;
      candidate = now;
      if (running >= sessions) {
        state = now;
        running = 0;
        candidate = UNDEFINED_STATE;
      }
    }
    out[t] = state;
  }
  return out;
}
