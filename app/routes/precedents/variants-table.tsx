import { useNavigate, useSearchParams } from "react-router";
import { percent, probability, signedPercent } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";
import { variantParams, variantText, VARIANT_PARAMS, type Variant } from "./variants";

/** A figure, how it reads, and what its colour follows. */
type RowOfVariants = readonly [label: string, text: (v: Variant) => string, sign?: (v: Variant) => number];

const ROWS: readonly RowOfVariants[] = [
  ["cases", (v) => v.record.n.toLocaleString("en-GB")],
  ["won", (v) => percent(v.record.winRate, 0)],
  ["95% interval", (v) => `${percent(v.record.low, 0)} to ${percent(v.record.high, 0)}`],
  ["all sessions", (v) => percent(v.record.baseWinRate, 0)],
  ["mean", (v) => signedPercent(v.record.mean, 2), (v) => v.record.mean],
  ["mean of all", (v) => signedPercent(v.record.baseMean, 2)],
  ["edge", (v) => signedPercent(v.record.edge, 2), (v) => v.record.edge],
  ["p", (v) => probability(v.record.p)],
  ["average win", (v) => signedPercent(v.record.averageWin)],
  ["average loss", (v) => signedPercent(v.record.averageLoss)],
  ["worst", (v) => signedPercent(v.record.worst), (v) => v.record.worst],
  ["worst on the way", (v) => signedPercent(v.record.adverse.extreme), (v) => v.record.adverse.extreme],
];

/** Two to four variants as columns of one table; what differs between them is marked. */
export function VariantsTable({ variants }: { variants: readonly Variant[] }) {
  const shared = new Set(variants[0]!.clauses.filter((clause) => variants.every((v) => v.clauses.includes(clause))));
  const samePlan = variants.every((v) => v.plan === variants[0]!.plan && v.forName === variants[0]!.forName);
  return (
    <section aria-label="Variants side by side" className="mb-4 w-fit">
      <PlainTable
        caption={<b className="heading">Side by side</b>}
        isCaptionShown
        rows={ROWS}
        rowKey={([label]) => label}
        rowClassName="h-[23px]"
        columns={[
          { key: "figure", label: "", spoken: "figure", cellClassName: "pr-4 text-soft", cell: ([label]) => label },
          ...variants.map((v, k): PlainColumn<RowOfVariants> => ({
            key: v.text,
            text: true,
            label: <VariantHead variant={v} place={k + 1} shared={shared} isPlanTold={!samePlan} others={variants} />,
            className: "px-3",
            headClassName: "max-w-72 whitespace-normal",
            cellClassName: ([, , sign]) => sign && signColour(sign(v)),
            cell: ([label, text]) => (v.record.n === 0 && label !== "cases" ? "–" : text(v)),
          })),
        ]}
      />
    </section>
  );
}

interface HeadProps {
  readonly variant: Variant;
  /** Counted from 1. */
  readonly place: number;
  /** The clauses that all variants have. */
  readonly shared: ReadonlySet<string>;
  /** Whether what is done, or for whom, differs. */
  readonly isPlanTold: boolean;
  readonly others: readonly Variant[];
}

/** The clauses of a variant, those of its own marked; it can be edited instead of the one in hand, or left out. */
function VariantHead({ variant: { text, clauses, plan, forName }, place, shared, isPlanTold, others }: HeadProps) {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const rest = others.map((v) => v.text).filter((t) => t !== "" && t !== text);
  const go = (changes: Parameters<typeof hrefNowWith>[0]) => void navigate(hrefNowWith(changes), { preventScrollReset: true });
  const edit = () => {
    const params = variantParams(text) ?? {};
    go({ ...Object.fromEntries(VARIANT_PARAMS.map((name) => [name, params[name]])), vs: [...rest, variantText(search)] });
  };
  return (
    <>
      {clauses.length === 0 && <span className="text-soft">always</span>}
      {clauses.map((clause) => (
        <span
          key={clause}
          className={`block font-serif text-[14px] leading-5 ${shared.has(clause) ? "text-soft" : "bg-chosen text-ink"}`}
        >
          {clause}
        </span>
      ))}
      {isPlanTold && (
        <span className="block text-[12px] text-soft">
          {plan}, for {forName}
        </span>
      )}
      <span className="mt-1 flex gap-3 text-[12px]">
        {text === "" ? (
          <b className="font-semibold text-ink">being edited</b>
        ) : (
          <>
            <button type="button" className="link" onClick={edit}>
              edit
            </button>
            <button
              type="button"
              className="link"
              aria-label={`leave out variant ${place}`}
              onClick={() => {
                go({ vs: rest });
              }}
            >
              leave out
            </button>
          </>
        )}
      </span>
    </>
  );
}
