import { useRef, type ReactNode } from "react";

interface Props {
  /** What the field is called: "File of plans". */
  readonly label: string;
  /** Types of file, as a field takes them. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
  /** What is pressed [take in a file]. */
  readonly children?: ReactNode;
  readonly className?: string;
  readonly disabled?: boolean;
}

/** Takes in a file that one chooses. */
export function TakeInFile({
  label,
  accept,
  onFile,
  children = "take in a file",
  className = "hover:text-indigo",
  disabled = false,
}: Props) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className={className} disabled={disabled} onClick={() => field.current?.click()}>
        {children}
      </button>
      <input
        ref={field}
        type="file"
        accept={accept}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = "";
          if (chosen) onFile(chosen);
        }}
      />
    </>
  );
}
