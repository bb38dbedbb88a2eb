import { useEffect, useRef } from "react";

interface Props {
  readonly name: string;
  readonly onPutBack: () => unknown;
  /** What happened to it [it was deleted]. */
  readonly words?: string;
  /** Classes for where it stands. */
  readonly className?: string;
}

/** Says that something the analyst made is gone, and puts it back. */
export function RemovedItem({ name, onPutBack, words = "was deleted", className = "" }: Props) {
  const button = useRef<HTMLButtonElement>(null);
  // The keyboard was on what is gone: it goes on from here.
  useEffect(() => {
    if (document.activeElement === document.body) button.current?.focus();
  }, [name]);
  return (
    <p role="status" className={`text-amber ${className}`}>
      “{name}” {words}.{" "}
      <button ref={button} type="button" className="figure-link" onClick={() => void onPutBack()}>
        Put it back
      </button>
    </p>
  );
}
