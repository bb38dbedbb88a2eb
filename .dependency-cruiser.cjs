/** Who may import whom: docs/architecture.md. */
const only = (name, from, allowed) => ({
  name,
  severity: "error",
  from: { path: from, pathNot: "\\.test\\.tsx?$" },
  to: { pathNot: allowed },
});

module.exports = {
  forbidden: [
    {
      name: "no-circular",
      severity: "error",
      from: { pathNot: "^\\.react-router" },
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    only("core-knows-nobody", "^core/", ["^core/"]),
    only("studies-know-core", "^studies/", ["^studies/", "^core/", "node_modules/zod"]),
    only("world-knows-columns-and-stats", "^world/", ["^world/", "^core/(columns|stats)/", "^core/core-error"]),
    {
      name: "server-knows-no-screens",
      severity: "error",
      from: { path: "^server/", pathNot: "^server/app\\.ts" },
      to: { path: "^(app|e2e|bench)/" },
    },
    {
      name: "only-commands-know-the-world",
      severity: "error",
      from: { path: "^(app|core|studies|server)/", pathNot: "^server/(commands/|testing/|transfer/write-world)|\\.test\\.tsx?$" },
      to: { path: "^world/" },
    },
    {
      name: "screens-use-server-files",
      comment: "What app/ takes from server/ at run time ends .server.ts, or is pure text and types that loaders use.",
      severity: "error",
      from: { path: "^app/", pathNot: "[.]test[.]tsx?$" },
      to: {
        path: "^server/",
        pathNot: "\\.server\\.ts$|^server/(context|errors|ask/params-from-search|transfer/(csv-text|formats))\\.ts$",
        dependencyTypesNot: ["type-only"],
      },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^\\.react-router|\\+types/|^build/" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "node", "default", "types"] },
  },
};
