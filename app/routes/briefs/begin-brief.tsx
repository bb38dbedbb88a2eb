import { count, date } from "@studies/words/words";
import { DeleteButton } from "~/ui/delete-button";
import { Explained } from "~/ui/term";

interface Props {
  /** Epoch day of the session for which one would be begun. */
  readonly asOf: number;
  readonly routines: readonly { readonly name: string; readonly stops: number; readonly isReady: boolean }[];
  /** With the name of a routine; empty for none. */
  readonly onBegin: (routine: string) => void;
  readonly onRemove: (routine: string) => void;
}

/** The routines from which a brief is begun; one's own can be deleted. */
export function BeginBrief({ asOf, routines, onBegin, onRemove }: Props) {
  return (
    <section aria-label="Begin one">
      <h2 className="heading border-b border-ink/60 pb-1">Begin one for {date(asOf)}</h2>
      <ul>
        {routines.map(({ name, stops, isReady }) => (
          <li key={name} className="flex items-baseline justify-between gap-2 border-b border-rule/70 py-1">
            <button
              type="button"
              className="min-h-6 text-left font-semibold link"
              onClick={() => {
                onBegin(name);
              }}
            >
              {name}
            </button>
            <span className="shrink-0 text-[12px] whitespace-nowrap text-soft">
              {count(stops, "screen")}
              {isReady ? "" : ", yours"}
              {!isReady && (
                <DeleteButton
                  name={`the routine ${name}`}
                  className="ml-2"
                  onDelete={() => {
                    onRemove(name);
                  }}
                />
              )}
            </span>
          </li>
        ))}
        <li className="py-1">
          <button
            type="button"
            className="min-h-6 font-semibold link"
            onClick={() => {
              onBegin("");
            }}
          >
            Empty
          </button>
        </li>
      </ul>
      <p className="mt-1 text-[12px] text-soft">
        <Explained text="The order of any brief can be saved as a routine of your own." />
      </p>
    </section>
  );
}
