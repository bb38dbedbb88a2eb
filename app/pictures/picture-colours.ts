import type { PictureInk } from "@studies/pictures/picture-schema";
import { groupColour } from "~/ui/group-colour";

/** Gives what a thing is drawn in. */
export type ColourOf = (ink: PictureInk) => string;

export type PictureRole = "paper" | "raised" | "ink" | "soft" | "rule" | "teal" | "rust" | "indigo" | "amber" | "track";

/** The light theme, for files that stand alone. */
export const PAPER: Readonly<Record<PictureRole, string>> = {
  paper: "#f7f4ee",
  raised: "#fffdf8",
  ink: "#1b2430",
  soft: "#56606b",
  rule: "#ddd6c8",
  teal: "#0e7c7b",
  rust: "#a94a25",
  indigo: "#3d4e9e",
  amber: "#8f5d0c",
  track: "#ebe5d8",
};

/** Colours of a page by its own roles, or those of the light theme where there is no page. */
export function coloursOf(
  sectors: readonly string[],
  isAlone = false,
): { readonly of: ColourOf; readonly role: (role: PictureRole) => string } {
  const role = (name: PictureRole) => (isAlone ? PAPER[name] : `var(--${name})`);
  return { role, of: (ink) => (typeof ink === "string" ? role(ink) : groupColour(ink.group, sectors)) };
}
export type PictureColours = ReturnType<typeof coloursOf>;
