import type { Part } from "@studies/precedents/breakdowns";
import { percent, signedPercent } from "@studies/words/words";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

/** The occurrences by what they have in common, each against the base of the same kind. */
export function PartsTable({ title, parts, head }: { title: string; parts: readonly Part[]; head: string }) {
  const reach = Math.max(...parts.flatMap((p) => [Math.abs(p.mean), Math.abs(p.baseMean)]).filter(Number.isFinite), 1e-6);
  return (
    <section>
      <h2 className="heading mb-1">{title}</h2>
      <PlainTable
        caption={title}
        rows={parts}
        rowKey={(p) => p.name}
        rowClassName="h-[25px]"
        columns={[
          { key: "name", label: head, cellClassName: "whitespace-nowrap", cell: (p) => p.name },
          { key: "n", label: "n", cell: (p) => p.n },
          { key: "wins", label: "won", cell: (p) => percent(p.wins / p.n, 0) },
          {
            key: "bar",
            label: "",
            spoken: "mean as a bar, the base as a tick",
            className: "pl-4",
            cell: (p) => <MeanBar mean={p.mean / reach} base={p.baseMean / reach} />,
          },
          { key: "mean", label: "mean", cellClassName: (p) => signColour(p.mean), cell: (p) => signedPercent(p.mean) },
          { key: "base", label: "all", cellClassName: "text-soft", cell: (p) => signedPercent(p.baseMean) },
          { key: "worst", label: "worst", cellClassName: "text-soft", cell: (p) => signedPercent(p.worst) },
        ]}
      />
    </section>
  );
}

function MeanBar({ mean, base }: { mean: number; base: number }) {
  return (
    <svg width={84} height={12} aria-hidden className="inline-block align-middle">
      <line x1={42} x2={42} y1={0} y2={12} stroke="var(--rule)" />
      <rect
        x={mean >= 0 ? 42 : 42 + 40 * mean}
        width={Math.max(1, 40 * Math.abs(mean))}
        y={3}
        height={6}
        fill={mean >= 0 ? "var(--teal)" : "var(--rust)"}
      />
      {Number.isFinite(base) && (
        <line x1={42 + 40 * base} x2={42 + 40 * base} y1={0} y2={12} stroke="var(--ink)" strokeWidth={1.5} />
      )}
    </svg>
  );
}
