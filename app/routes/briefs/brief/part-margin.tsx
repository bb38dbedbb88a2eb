import { Link } from "react-router";
import type { AnsweredPart, PartChanges, StateChange } from "@server/briefs/answered-part.server";
import { isLive, type BriefPart, type LivePart } from "@studies/briefs/brief-schema";
import { cellText } from "@studies/table";
import { clipped, date, list, signed } from "@studies/words/words";
import { hrefOf, withHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { useHereAt } from "~/ui/use-here-at";
import { PartShowMenu } from "./part-show-menu";

interface Props {
  readonly part: BriefPart;
  readonly answered: AnsweredPart | undefined;
  readonly market: string;
  readonly asOf: number;
  readonly isSelected: boolean;
  readonly onChange: (next: BriefPart, words: string) => void;
  readonly onRemove: () => void;
}

/** Beside a part: what changed since the last brief, and for the one in hand what can be done with it. */
export function PartMargin({ part, answered, market, asOf, isSelected, onChange, onRemove }: Props) {
  const changes = answered?.changes;
  return (
    <div className="font-sans text-[12px] leading-[17px] text-soft print:hidden">
      {changes && (changes.isChanged ? <Changed changes={changes} /> : isSelected && <p>As it was on {date(changes.since)}</p>)}
      {isLive(part) && part.frozen && (
        <p>
          <b className="font-semibold text-ink" title={explanationsOf("Frozen")}>
            Frozen
          </b>{" "}
          as it stood on {date(part.frozen.asOf)}
        </p>
      )}
      {isSelected && (
        <p className="mt-1 flex flex-wrap gap-x-3">
          {isLive(part) && <LiveDeeds {...{ part, answered, market, asOf, onChange }} />}
          <button type="button" className="min-h-6 link" onClick={onRemove}>
            take out
          </button>
        </p>
      )}
    </div>
  );
}

function Changed({ changes: { since, states, figures } }: { readonly changes: PartChanges }) {
  const moved = figures.filter((one) => one.isChanged);
  return (
    <>
      <p className="font-semibold text-ink" title={explanationsOf(`Changed since ${date(since)}`)}>
        Changed since {date(since)}
      </p>
      <ul>
        {states.slice(0, MOST_STATES).map((state) => (
          <li key={state.name}>
            {state.name}: {stateWords(state)}
          </li>
        ))}
        {states.length > MOST_STATES && <li>and {states.length - MOST_STATES} more</li>}
        {moved.slice(0, 5).map(({ name, unit, was, now }) => (
          <li key={name}>
            {name}: was <b className="font-semibold text-ink">{cellText(unit, was)}</b>
            {unit === "percent" || unit === "score" ? `, ${signed(now - was, 0)}` : ""}
          </li>
        ))}
      </ul>
    </>
  );
}

const MOST_STATES = 4;
const SEPARATOR = ", ";
/** Of more members only those that came and went are told. */
const FEW = 3;

/** What a state was and is; of many members who came and who went. */
function stateWords({ was, now }: StateChange) {
  const [before, after] = [was.split(SEPARATOR), now.split(SEPARATOR)];
  if (Math.max(before.length, after.length) <= FEW)
    return (
      <>
        was <b className="font-semibold text-ink">{clipped(was)}</b>, now <b className="font-semibold text-ink">{clipped(now)}</b>
      </>
    );
  const told = (words: string, all: readonly string[]) =>
    all.length === 0 ? "" : ` ${words} ${list(all.slice(0, 5))}${all.length > 5 ? ` and ${all.length - 5} more` : ""}`;
  return `${told(
    "came",
    after.filter((one) => !before.includes(one)),
  )}${told(
    "left",
    before.filter((one) => !after.includes(one)),
  )}`.trim();
}

interface DeedsProps extends Pick<Props, "answered" | "market" | "asOf" | "onChange"> {
  readonly part: LivePart;
}

function LiveDeeds({ part, answered, market, asOf, onChange }: DeedsProps) {
  const { frozen, ...live } = part;
  const hereAt = useHereAt();
  const own = (part.type === "answer" && part.market) || market;
  const at = hereAt(own, frozen?.asOf ?? asOf);
  const shown = answered?.shown;
  return (
    <>
      {part.type === "answer" && !frozen && (
        <PartShowMenu
          part={part}
          offers={answered?.offers}
          columns={shown?.table?.columns.map((column) => column.key) ?? []}
          onChange={onChange}
        />
      )}
      {frozen ? (
        <button
          type="button"
          className="min-h-6 link"
          onClick={() => {
            onChange(live, "thawed");
          }}
        >
          ask again
        </button>
      ) : (
        shown && (
          <button
            type="button"
            className="min-h-6 link"
            onClick={() => {
              onChange({ ...part, frozen: shown }, "frozen");
            }}
          >
            freeze
          </button>
        )
      )}
      <Link
        className="min-h-6 content-center link"
        to={part.type === "answer" ? withHere(part.href, at) : hrefOf(at, `/plans/${part.plan}`)}
      >
        its screen
      </Link>
      {answered?.changes && part.type === "answer" && (
        <Link className="min-h-6 content-center link" to={withHere(part.href, hereAt(own, answered.changes.since))}>
          as it stood
        </Link>
      )}
    </>
  );
}
