import { createCookie } from "react-router";
import { z } from "zod";

const schema = z.object({
  theme: z.enum(["paper", "lamp"]).default("paper"),
  course: z.enum(["wide", "narrow"]).default("wide"),
  /** Whether the course was shown on a first visit. */
  isKnown: z.boolean().default(false),
});

export type Settings = z.output<typeof schema>;

export const settingsCookie = createCookie("yubrin-settings", { maxAge: 31_536_000, sameSite: "lax", httpOnly: true });

export async function readSettings(request: Request): Promise<Settings> {
  const parsed = schema.safeParse((await settingsCookie.parse(request.headers.get("Cookie"))) ?? {});
  return parsed.success ? parsed.data : schema.parse({});
}
