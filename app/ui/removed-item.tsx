interface Props {
  readonly name: string;
  readonly onPutBack: () => void;
  /** Classes for where it stands. */
  readonly className?: string;
}

/** Says that something the analyst made was deleted, and puts it back. */
export function RemovedItem({ name, onPutBack, className = "" }: Props) {
  return (
    <p role="status" className={`text-amber ${className}`}>
      “{name}” was deleted.{" "}
      <button type="button" className="figure-link" onClick={onPutBack}>
        Put it back
      </button>
    </p>
  );
}
