import { breadth } from "@studies/breadth/breadth";
import { breadthSectors } from "@studies/breadth/breadth-sectors";
import { chart } from "@studies/chart/chart";
import { plots } from "@studies/chart/plots";
import type { Study } from "./define-study";
import { directory } from "@studies/frame/directory";
import { exposure } from "@studies/regime/exposure";
import { focus } from "@studies/frame/focus";
import { fund } from "@studies/strength/fund";
import { series } from "@studies/chart/series";
import { followed } from "@studies/breadth/followed";
import { groups } from "@studies/strength/groups";
import { internals } from "@studies/breadth/internals";
import { periodMap } from "@studies/period-map/period-map";
import { members } from "@studies/breadth/members";
import { reDating } from "@studies/precedents/re-dating";
import { precedents } from "@studies/precedents/precedents";
import { holding } from "@studies/precedents/holding";
import { keyLevels } from "@studies/key-levels/key-levels";
import { priceChanges } from "@studies/key-levels/price-changes";
import { hitsOfScan } from "@studies/scans/scan-hits";
import { gates } from "@studies/trials/gates";
import { model } from "@studies/trials/rebalanced-model";
import { trialMembers } from "@studies/trials/trial-members";
import { trials } from "@studies/trials/trials";
import { walkForward } from "@studies/trials/walk-forward";
import { lists } from "@studies/lists/lists";
import { scan } from "@studies/scans/scan";
import { heldRecords } from "@studies/precedents/held-records";
import { trueNow } from "@studies/precedents/true-now";
import { oscillators } from "@studies/regime/oscillators";
import { ownTiming } from "@studies/timing/own-timing";
import { regimeStudy } from "@studies/regime/regime";
import { regimeStates } from "@studies/regime/regime-states";
import { rotation } from "@studies/rotation/rotation";
import { signals } from "@studies/timing/signals";
import { consistency } from "@studies/seasons/consistency";
import { monthTable } from "@studies/seasons/month-table";
import { windows } from "@studies/seasons/windows";
import { windowsAhead } from "@studies/seasons/windows-ahead";
import { alerts } from "@studies/alerts/alerts";
import { setupRecords } from "@studies/setups/setup-records";
import { setups } from "@studies/setups/setups";
import { strategy } from "@studies/strategies/strategy";
import { stocks } from "@studies/strength/stocks";
import { structure } from "@studies/regime/structure";
import { timeline } from "@studies/frame/timeline";
import { timing } from "@studies/timing/timing";
import { timingSummary } from "@studies/timing/timing-summary";
import { partChanges } from "@studies/briefs/part-changes";
import { calls } from "@studies/calls/calls";
import { optionChain } from "@studies/plans/option-chain";
import { plan } from "@studies/plans/plan";
import { planDraft } from "@studies/plans/plan-draft";
import { plans } from "@studies/plans/plans";
import { daysAhead } from "@studies/today/days-ahead";
import { today } from "@studies/today/today";

/** Every question that can be asked of a market. */
const ALL = [
  today,
  daysAhead,
  regimeStudy,
  regimeStates,
  structure,
  oscillators,
  exposure,
  breadth,
  breadthSectors,
  internals,
  followed,
  members,
  timing,
  timingSummary,
  ownTiming,
  signals,
  rotation,
  groups,
  periodMap,
  precedents,
  reDating,
  trueNow,
  holding,
  heldRecords,
  keyLevels,
  priceChanges,
  scan,
  lists,
  alerts,
  hitsOfScan,
  trials,
  trialMembers,
  walkForward,
  gates,
  model,
  plan,
  planDraft,
  plans,
  optionChain,
  calls,
  partChanges,
  setups,
  setupRecords,
  consistency,
  monthTable,
  windows,
  windowsAhead,
  stocks,
  chart,
  plots,
  strategy,
  directory,
  focus,
  fund,
  series,
  timeline,
] as const;

/** The studies by name. */
export const STUDIES: ReadonlyMap<string, Study> = new Map(ALL.map((study) => [study.name, study as unknown as Study]));
