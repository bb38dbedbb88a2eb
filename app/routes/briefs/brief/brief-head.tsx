import type { SavedBrief } from "@studies/briefs/brief-schema";
import { briefDated } from "../document/brief-dated";

interface Props {
  readonly brief: SavedBrief;
  readonly marketName: string;
  readonly provisional: boolean;
  readonly onTitle: (title: string) => void;
}

/** Title and date at the head of the page. */
export function BriefHead({ brief, marketName, provisional, onTitle }: Props) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(150px,200px)] gap-x-5 print:block">
      <header
        data-main
        tabIndex={-1}
        className="border-x border-t border-l-3 border-rule bg-raised px-9 pt-4 pb-1 print:border-0 print:bg-transparent print:p-0"
      >
        <input
          aria-label="Title"
          placeholder="A title"
          maxLength={200}
          className="brief-title w-full bg-transparent print:hidden"
          value={brief.title}
          onChange={(event) => {
            onTitle(event.target.value);
          }}
        />
        <p className="brief-title hidden print:block">{brief.title === "" ? brief.purpose : brief.title}</p>
        <p className="brief-dated">{briefDated(brief, marketName)}</p>
        {provisional && <p className="brief-dated">The session is in progress: what it says of it is provisional.</p>}
      </header>
    </div>
  );
}
