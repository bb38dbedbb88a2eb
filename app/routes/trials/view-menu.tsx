import { useNavigate } from "react-router";
import { hereNow, hrefOf } from "~/here";
import { ChoiceMenu } from "~/ui/inline-menu";

/** The ways in which something is tried. */
export const TRIAL_VIEWS = [
  { value: "/trials", label: "Scans at chosen moments" },
  { value: "/trials/weeks", label: "A scan week by week" },
  { value: "/trials/gates", label: "What each gate adds" },
  { value: "/trials/models", label: "Rebalanced models" },
] as const;

export type TrialPath = (typeof TRIAL_VIEWS)[number]["value"];

/** Which way of trying is seen. */
export function ViewMenu({ value, scan }: { readonly value: TrialPath; readonly scan?: string | undefined }) {
  const navigate = useNavigate();
  return (
    <ChoiceMenu
      label="View"
      value={value}
      choices={TRIAL_VIEWS}
      // A scan is taken along where the other view tries scans.
      onChoose={(path) => void navigate(hrefOf(hereNow(), path, path === "/trials" || path === "/trials/weeks" ? { scan } : {}))}
    />
  );
}
