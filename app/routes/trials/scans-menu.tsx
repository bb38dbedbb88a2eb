import { useNavigate } from "react-router";
import type { OfferedScan } from "~/offered-scans.server";
import { hrefNowWith } from "~/here";
import { ChoiceList } from "~/ui/choice-list";
import { WordPopover } from "~/ui/word-popover";
import { scansNow } from "./tried-scan";

interface Props {
  readonly offered: readonly OfferedScan[];
  readonly shown: string;
  /** Texts of the scans that are there. */
  readonly scans: readonly string[];
  /** Whether the choice stands in place of what is there. */
  readonly isOne?: boolean;
}

/** The scans that can be tried: saved ones, lists, favoured members, ready ones. */
export function ScansMenu({ offered, shown, scans, isOne = false }: Props) {
  const navigate = useNavigate();
  return (
    <WordPopover label={isOne ? "Scan" : "Scans"} shown={shown} width="w-96">
      {(close) => (
        <>
          <p className="text-[12px] text-soft">Made and saved on Screen; lists, and what is ready.</p>
          <ChoiceList
            label="Scans"
            value={scans[0] ?? ""}
            choices={offered.map(({ text, label }) => ({ value: text, label }))}
            onChoose={(text) => {
              close();
              const next = isOne ? [text] : [...scansNow().filter((own) => own !== text), text];
              void navigate(hrefNowWith({ scan: next, cell: undefined }), { preventScrollReset: true });
            }}
          />
        </>
      )}
    </WordPopover>
  );
}
