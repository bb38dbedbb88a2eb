import { runIngestTask } from "./ingest-task";

export default runIngestTask;
