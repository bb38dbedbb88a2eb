import { LRUCache } from "lru-cache";
import { bytesOf } from "./bytes-of";
import type { Said } from "./study-job";

/** Answers that are kept, in bytes. */
const MOST_BYTES = 96 * 2 ** 20;

/** Answers by their question: those asked for again are at hand, and one that is being worked on is worked on once. */
export class Answers {
  readonly #cache: LRUCache<string, Said>;
  #working = new Map<string, Promise<Said>>();

  constructor(mostBytes = MOST_BYTES) {
    this.#cache = new LRUCache<string, Said>({ maxSize: mostBytes, sizeCalculation: (said) => bytesOf(said) });
  }

  find(question: string): Said | undefined {
    return this.#cache.get(question);
  }

  /**
   * The answer to a question, worked out where it is neither kept nor being worked on.
   * @param signal is raised when the work is to stop: whoever asks from then on has it begun anew
   */
  get(question: string, work: () => Promise<Said>, signal?: AbortSignal): Said | Promise<Said> {
    const cached = this.#cache.get(question);
    if (cached) return cached;
    const working = this.#working;
    let answer = working.get(question);
    if (!answer) {
      answer = work().then((said) => {
        // What was asked of data that have gone meanwhile is answered, and not kept.
        if (this.#working === working) this.#cache.set(question, said);
        return said;
      });
      working.set(question, answer);
      const begun = answer;
      const done = () => {
        if (working.get(question) === begun) working.delete(question);
      };
      signal?.addEventListener("abort", done);
      answer.then(done, done);
    }
    return answer;
  }

  /** Forgets all; whoever waits still gets an answer. */
  clear(): void {
    this.#cache.clear();
    this.#working = new Map();
  }

  /** Bytes that are kept, by the same estimate. */
  get bytes(): number {
    return this.#cache.calculatedSize;
  }
}
