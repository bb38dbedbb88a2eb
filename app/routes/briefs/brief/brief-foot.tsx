import { isoDate } from "@core/columns/epoch-day";
import type { SavedBrief } from "@studies/briefs/brief-schema";
import { CallForm } from "../call-form";

interface Props {
  readonly brief: SavedBrief;
  /** Whether a call is being written. */
  readonly isCalling: boolean;
  readonly onWords: () => void;
  readonly onHeading: () => void;
  readonly onCall: () => void;
  /** With the id of the call that was made; undefined where none was. */
  readonly onCalled: (call: string | undefined) => void;
}

/** What can be added to the page, with the form of a call that is being written. */
export function BriefFoot({ brief, isCalling, onWords, onHeading, onCall, onCalled }: Props) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(150px,200px)] gap-x-5 print:hidden">
      <div className="border-x border-b border-l-3 border-rule bg-raised px-9 pt-2 pb-6">
        {isCalling && (
          <CallForm
            market={brief.market}
            asOf={brief.asOf}
            isoDay={isoDate(brief.asOf)}
            onClose={() => {
              onCalled(undefined);
            }}
            onMade={onCalled}
          />
        )}
        <p className="flex flex-wrap gap-x-4 font-sans text-[12px] text-soft">
          <AddButton words="words" letter="t" onPress={onWords} />
          <AddButton words="a heading" letter="s" onPress={onHeading} />
          <AddButton words="a call" letter="c" onPress={onCall} />
        </p>
        {brief.parts.length === 0 && (
          <p className="mt-2 font-sans text-[13px] text-soft">
            Pin readings, tables and pictures on their screens with <kbd>p</kbd>, then put them here from the tray at the right
            edge.
          </p>
        )}
      </div>
    </div>
  );
}

function AddButton({
  words,
  letter,
  onPress,
}: {
  readonly words: string;
  readonly letter: string;
  readonly onPress: () => void;
}) {
  return (
    <button type="button" className="min-h-6 hover:text-indigo" onClick={onPress}>
      add {words} <kbd>{letter}</kbd>
    </button>
  );
}
