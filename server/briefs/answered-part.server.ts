import { isoDate } from "@core";
import type { LivePart, QuestionParams, SavedBrief, ShownPart } from "@studies/briefs/brief-schema";
import { partChanges, type FigureChange } from "@studies/briefs/part-changes";
import { shownOf } from "@studies/briefs/shown";
import type { Study } from "@studies/define-study";
import { STUDIES } from "@studies/registry";
import type { Desk } from "../ask/desk.server";
import { paramsFromSearch } from "../ask/params-from-search";
import { Invalid, NotFound } from "../errors";
import { askedPlans, getPlan } from "../plans.server";
import { withSaved } from "./saved-params.server";

/** A state that differs from the earlier one. */
export interface StateChange {
  readonly name: string;
  readonly was: string;
  readonly now: string;
}

/** What has become of a part since an earlier session. */
export interface PartChanges {
  /** Epoch day of that session. */
  readonly since: number;
  readonly states: readonly StateChange[];
  readonly figures: readonly FigureChange[];
  /** Whether a state differs or a figure moved further than it usually does (method S91). */
  readonly isChanged: boolean;
}

/** A part with its answer; with a word on why where it has none. */
export interface AnsweredPart {
  readonly id: string;
  readonly shown?: ShownPart;
  readonly changes?: PartChanges;
  readonly lacking?: string;
  /** What of its study can be shown: keys and names of its pictures, and columns of its table. */
  readonly offers?: PartOffers;
}

export interface PartOffers {
  readonly pictures: readonly { readonly key: string; readonly name: string }[];
  readonly columns: readonly { readonly key: string; readonly label: string }[];
}

interface Asked {
  readonly study: Study;
  readonly params: Record<string, unknown>;
  /** Those that the part itself has, without what is saved. */
  readonly own: QuestionParams;
  readonly market: string;
}

/**
 * Asks a part as of the session of its brief; a frozen one says what it said.
 * @param against epoch day of the session that it is set against [none]
 */
export async function answeredPart(
  desk: Desk,
  part: LivePart,
  { market, asOf }: Pick<SavedBrief, "market" | "asOf">,
  against?: number,
): Promise<AnsweredPart> {
  const { id, frozen } = part;
  if (frozen) return { id, shown: frozen };
  try {
    const asked = await questionOf(desk, part, market);
    const { study } = asked;
    const answer = await desk.ask({ study: study.name, params: asked.params, market: asked.market, asOf: isoDate(asOf) });
    const { result } = answer;
    if (result === undefined) return { id, lacking: "There is no answer to this at this date." };
    const changes = against === undefined ? undefined : await changesOf(desk, asked, { asOf, against, result });
    const choice = part.type === "plan" ? { show: "picture" as const, at: undefined, table: undefined } : part;
    const shown = shownOf(choice, {
      asOf: answer.asOf,
      reading: answer.reading,
      table: () => study.table(result),
      picture: (key) => {
        const pictures = study.pictures ?? {};
        return (pictures[key ?? ""] ?? Object.values(pictures)[0])?.draw(result);
      },
    });
    const drawn = study.pictures && (study.pictures[choice.at ?? ""] ?? Object.values(study.pictures)[0]);
    return {
      id,
      shown: {
        ...shown,
        ...(part.type === "plan" ? { reading: [...answer.reading] } : {}),
        ...(shown.picture && drawn ? { caption: `${drawn.name}.` } : {}),
      },
      ...(changes ? { changes } : {}),
      offers: {
        pictures: Object.entries(study.pictures ?? {}).map(([key, { name }]) => ({ key, name })),
        columns: choice.show === "table" ? study.table(result).columns.map(({ key, label }) => ({ key, label })) : [],
      },
    };
  } catch (error) {
    if (error instanceof NotFound || error instanceof Invalid) return { id, lacking: error.message };
    throw error;
  }
}

async function questionOf(desk: Desk, part: LivePart, market: string): Promise<Asked> {
  if (part.type === "plan") {
    const { plan } = await getPlan(desk.db, part.plan);
    const [asked] = await askedPlans(desk.db, [plan]);
    return { study: STUDIES.get("plan")!, params: { plan: JSON.stringify(asked) }, own: {}, market: plan.market };
  }
  const study = STUDIES.get(part.study);
  if (!study) throw new NotFound(`What was asked here (“${part.study}”) is not known to this version.`);
  const home = part.market === "" ? market : part.market;
  const own = paramsOf(study, part.params);
  return { study, own, params: await withSaved(desk.db, { ...part, params: own }, home), market: home };
}

/** Parameters as they are asked: those that an address would give once and the schema wants as a list become one. */
function paramsOf(study: Study, params: QuestionParams): QuestionParams {
  const search = new URLSearchParams();
  for (const [key, value] of Object.entries(params))
    for (const one of Array.isArray(value) ? (value as readonly string[]) : [value as string]) search.append(key, one);
  return paramsFromSearch(study.params, search) as QuestionParams;
}

async function changesOf(
  desk: Desk,
  { study, params, own, market }: Asked,
  { asOf, against, result }: { readonly asOf: number; readonly against: number; readonly result: unknown },
): Promise<PartChanges | undefined> {
  try {
    const [before, figures] = await Promise.all([
      study.states && desk.ask({ study: study.name, params, market, asOf: isoDate(against) }),
      desk.ask<ReturnType<typeof partChanges.ask>>({
        study: partChanges.name,
        params: { of: study.name, params: JSON.stringify(own), since: isoDate(against) },
        market,
        asOf: isoDate(asOf),
      }),
    ]);
    const [was, now] = before?.result === undefined ? [{}, {}] : [study.states!(before.result), study.states!(result)];
    const states = Object.entries(was).flatMap(([name, word]): StateChange[] => {
      const present = (now as Record<string, string>)[name] ?? "gone";
      return present === word ? [] : [{ name, was: word, now: present }];
    });
    const fresh = Object.entries(now).flatMap(([name, word]): StateChange[] =>
      name in was ? [] : [{ name, was: "not there", now: word }],
    );
    const all = [...states, ...fresh];
    return {
      since: before?.asOf ?? against,
      states: all,
      figures: figures.result.figures,
      isChanged: all.length > 0 || figures.result.figures.some((one) => one.isChanged),
    };
  } catch (error) {
    // There was nothing to be asked yet: nothing can have changed.
    if (error instanceof NotFound || error instanceof Invalid) return undefined;
    throw error;
  }
}
