import { index, layout, route, type RouteConfig } from "@react-router/dev/routes";
import { SCREENS, type Screen } from "./screens";

export default [
  layout("routes/frame/route.tsx", [
    ...SCREENS.map(({ id, path, params = "" }: Screen) =>
      path === "/" ? index(`routes/${id}/route.tsx`) : route(path.slice(1) + params, `routes/${id}/route.tsx`),
    ),
    route("seasons/windows", "routes/seasons/windows/route.tsx"),
    route("trials/weeks", "routes/trials/weeks/route.tsx"),
    route("trials/gates", "routes/trials/gates/route.tsx"),
    route("trials/models", "routes/trials/models/route.tsx"),
    route("plans/journal", "routes/plans/journal/route.tsx"),
    route("plans/accounts", "routes/plans/accounts/route.tsx"),
    route("plans/:id", "routes/plans/plan/route.tsx"),
    route("plans/:id/page", "routes/plans/page/route.tsx"),
    route("flick", "routes/flick/route.tsx"),
    route("help", "routes/help/route.tsx"),
    route("*", "routes/not-found.tsx"),
  ]),
  route("seasons/windows.ics", "routes/seasons/windows/calendar.ts"),
  route("plans.json", "routes/plans/plans-file.ts"),
  route("plans/journal.csv", "routes/plans/journal/journal-file.ts"),
  route("data", "routes/data-index.ts"),
  route("data/:study", "routes/data-twin.ts"),
  route("export/:table", "routes/export-table.ts"),
  route("find", "routes/find.ts"),
  route("flick/chart/:ticker", "routes/flick/chart.ts"),
  route("settings", "routes/settings.ts"),
  route("items", "routes/items.ts"),
  route("drawings", "routes/drawings.ts"),
  route("alerts", "routes/alerts.ts"),
  route("jobs/:id", "routes/job.ts"),
  route("feed", "routes/feed.ts"),
] satisfies RouteConfig;
