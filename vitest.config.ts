import { defineConfig } from "vitest/config";
import { nodeWorker } from "./tools/vite-plugin-node-worker.ts";

export default defineConfig({
  plugins: [nodeWorker()],
  resolve: { tsconfigPaths: true },
  test: {
    environment: "node",
    include: ["{core,studies,server,world,app,tools}/**/*.test.{ts,tsx}"],
    pool: "forks",
    // What the files import is the same everywhere and keeps nothing: read once a process, it takes a minute less of two.
    isolate: false,
    // All cores: of two, one would stay idle.
    maxWorkers: "100%",
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
});
