import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";
import { nodeWorker } from "./tools/vite-plugin-node-worker.ts";

export default defineConfig(({ command }) => ({
  plugins: [nodeWorker(), tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
  build: { target: "es2022" },
  environments: { ssr: { build: { target: "node20", sourcemap: true, rollupOptions: { input: "./server/app.ts" } } } },
  // Bundling these into the server build halves the time to the first answer.
  ssr:
    command === "build"
      ? { noExternal: ["lucide-react", "radix-ui", /^@radix-ui\//, "cmdk", "echarts", "zrender", "date-fns", "zod"] }
      : {},
}));
