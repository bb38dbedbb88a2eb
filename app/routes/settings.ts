import { z } from "zod";
import { formOf } from "~/ask.server";
import { readSettings, settingsCookie } from "~/settings.server";
import type { Route } from "./+types/settings";

const changes = z.object({ theme: z.enum(["paper", "lamp"]).optional(), course: z.enum(["wide", "narrow"]).optional() });

/** Keeps how the analyst likes the frame: theme and width of the course. */
export async function action({ request }: Route.ActionArgs) {
  const settings = await readSettings(request);
  const parsed = changes.safeParse(Object.fromEntries(await formOf(request)));
  if (!parsed.success) return new Response("Unknown setting.", { status: 400 });
  return new Response(null, {
    status: 204,
    headers: { "Set-Cookie": await settingsCookie.serialize({ ...settings, ...parsed.data }) },
  });
}
