import { STUDIES } from "@studies/registry";
import { answerJob, columnCosts, type StudyJob } from "./answer-job";

export default function run(job: StudyJob | "costs") {
  return job === "costs" ? columnCosts() : answerJob(STUDIES, job);
}
