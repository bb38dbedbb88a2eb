interface Props {
  /** What was done last; undefined for nothing. */
  readonly told: string | undefined;
  readonly onUndo: () => void;
}

/** What was done last on the chart, with the way back; else the keys of the legend. */
export function LastDone({ told, onUndo }: Props) {
  return (
    <p role="status" className="mt-1.5 flex min-h-6 justify-between text-[12px] text-soft">
      {told === undefined ? (
        <span>
          <kbd>a</kbd> adds, arrows walk the lines, <kbd>Del</kbd> removes
        </span>
      ) : (
        <>
          {told}.
          <button type="button" className="link" onClick={onUndo}>
            undo
          </button>
        </>
      )}
    </p>
  );
}
