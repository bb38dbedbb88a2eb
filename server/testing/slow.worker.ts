import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { answerJob, columnCosts, type StudyJob } from "../workers/answer-job";

/** A study that counts to a number, a thousandth of a second each. */
export const counting = defineStudy({
  name: "counting",
  about: "Counts to a number.",
  params: z.object({ to: z.coerce.number() }),
  cost: "long",
  examples: [{ to: 3 }],
  ask(market, { to }, tell) {
    if (to < 0) throw new Error("there is nothing to count");
    const pause = new Int32Array(new SharedArrayBuffer(4));
    for (let k = 0; k < to; k++) {
      tell?.(k / to);
      Atomics.wait(pause, 0, 0, 1);
    }
    return { counted: to, asOf: market.asOf };
  },
  reading: (r) => [[`Counted to ${r.counted}.`]],
  table: (r) => ({ columns: [{ key: "counted", label: "counted", unit: "count" }], rows: [[r.counted]] }),
});

const studies = new Map([[counting.name, counting]]);

export default function run(job: StudyJob | "costs") {
  return job === "costs" ? columnCosts() : answerJob(studies, job);
}
