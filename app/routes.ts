import { index, layout, route, type RouteConfig } from "@react-router/dev/routes";

export default [
  layout("routes/frame/route.tsx", [
    index("routes/today/route.tsx"),
    route("regime", "routes/regime/route.tsx"),
    route("breadth", "routes/breadth/route.tsx"),
    route("timing", "routes/timing/route.tsx"),
    route("rotation", "routes/rotation/route.tsx"),
    route("groups", "routes/groups/route.tsx"),
    route("period-map", "routes/period-map/route.tsx"),
    route("chart/:ticker?", "routes/chart/route.tsx"),
    route("files", "routes/files/route.tsx"),
    route("help", "routes/help/route.tsx"),
    route("*", "routes/not-found.tsx"),
  ]),
  route("data", "routes/data-index.ts"),
  route("data/:study", "routes/data-twin.ts"),
  route("export/:table", "routes/export-table.ts"),
  route("find", "routes/find.ts"),
  route("settings", "routes/settings.ts"),
  route("items", "routes/items.ts"),
  route("feed", "routes/feed.ts"),
] satisfies RouteConfig;
