import type { PartOffers } from "@server/briefs/answered-part.server";
import type { AnswerPart, BriefPart } from "@studies/briefs/brief-schema";
import { clipped } from "@studies/words/words";
import { ChoiceMenu } from "~/ui/inline-menu";
import { WordPopover } from "~/ui/word-popover";

interface Props {
  readonly part: AnswerPart;
  readonly offers: PartOffers | undefined;
  /** Columns that are shown now. */
  readonly columns: readonly string[];
  readonly onChange: (next: BriefPart, words: string) => void;
}

const ROWS = ["3", "5", "8", "12", "20", "40"];

/** What of its answer is shown: the reading, the table with so many rows and these columns, or one of its pictures. */
export function PartShowMenu({ part, offers, columns, onChange }: Props) {
  const pictures = offers?.pictures ?? [];
  const choices = [
    { value: "reading", label: "the reading" },
    ...(part.show === "sentence" ? [{ value: `sentence ${part.at ?? "0"}`, label: "one sentence" }] : []),
    { value: "table", label: "the table" },
    ...pictures.map(({ key, name }) => ({
      value: `picture ${key}`,
      label: pictures.length === 1 ? "the picture" : clipped(`picture: ${name.charAt(0).toLowerCase()}${name.slice(1)}`, 34),
    })),
  ];
  const value =
    part.show === "picture" || part.show === "sentence" ? `${part.show} ${part.at ?? pictures[0]?.key ?? ""}` : part.show;
  const show = (next: string) => {
    const [kind, at] = next.split(" ") as [AnswerPart["show"], string | undefined];
    const { at: _at, ...own } = part;
    onChange({ ...own, show: kind, ...(at === undefined ? {} : { at }) }, "what it shows");
  };
  const table = part.table ?? { rows: 8 };
  return (
    <>
      <span className="basis-full">
        shows <ChoiceMenu label="Shows" value={value} choices={choices} onChoose={show} />
        {part.show === "table" && (
          <>
            ,{" "}
            <ChoiceMenu
              label="Rows"
              value={String(table.rows)}
              choices={ROWS.map((n) => ({ value: n, label: n }))}
              onChoose={(rows) => {
                onChange({ ...part, table: { ...table, rows: Number(rows) } }, "rows");
              }}
            />{" "}
            rows of{" "}
            <WordPopover label="Columns" shown="these columns" width="w-64">
              {() => (
                <ul className="max-h-72 overflow-y-auto">
                  {(offers?.columns ?? []).map(({ key, label }) => {
                    const isOn = columns.includes(key);
                    return (
                      <li key={key}>
                        <label className="flex min-h-6 items-center gap-2">
                          <input
                            type="checkbox"
                            checked={isOn}
                            onChange={() => {
                              const next = isOn ? columns.filter((one) => one !== key) : [...columns, key];
                              onChange({ ...part, table: { ...table, columns: next } }, "columns");
                            }}
                          />
                          {label}
                        </label>
                      </li>
                    );
                  })}
                </ul>
              )}
            </WordPopover>
          </>
        )}
      </span>
    </>
  );
}
