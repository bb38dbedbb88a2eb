import type { Config } from "@react-router/dev/config";

export default {
  ssr: true,
  // All routes are known from the start: an answer that comes while another page is on its way finds its own.
  routeDiscovery: { mode: "initial" },
  appDirectory: "app",
  future: {
    v8_middleware: true,
    v8_splitRouteModules: true,
    v8_viteEnvironmentApi: true,
    v8_passThroughRequests: true,
    v8_trailingSlashAwareDataRequests: true,
  },
} satisfies Config;
