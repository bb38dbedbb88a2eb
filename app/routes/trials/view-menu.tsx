import { useNavigate } from "react-router";
import { hereNow, hrefOf } from "~/here";
import { TRIAL_VIEWS, type TrialView } from "@studies/trials/trial-views";
import { pathOfTrial } from "~/saved-trials";
import { ChoiceMenu } from "~/ui/inline-menu";

const VIEWS: Readonly<Record<TrialView, string>> = {
  moments: "Scans at chosen moments",
  weeks: "A scan week by week",
  gates: "What each gate adds",
  models: "Rebalanced models",
};

/** Which way of trying is seen. */
export function ViewMenu({ value, scan }: { readonly value: TrialView; readonly scan?: string | undefined }) {
  const navigate = useNavigate();
  return (
    <ChoiceMenu
      label="View"
      value={value}
      choices={TRIAL_VIEWS.map((view) => ({ value: view, label: VIEWS[view] }))}
      // A scan is taken along where the other view tries scans.
      onChoose={(view) =>
        void navigate(hrefOf(hereNow(), pathOfTrial(view as TrialView), view === "moments" || view === "weeks" ? { scan } : {}))
      }
    />
  );
}
