import { STUDIES } from "@studies/registry";
import { answerJob, type StudyJob } from "./answer-job";

export default function run(job: StudyJob) {
  return answerJob(STUDIES, job);
}
