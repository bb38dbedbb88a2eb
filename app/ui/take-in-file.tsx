import { useRef } from "react";

interface Props {
  /** What the field is called: "File of plans". */
  readonly label: string;
  /** Types of file, as a field takes them. */
  readonly accept: string;
  readonly onText: (text: string, name: string) => void;
}

/** Takes in a file that one chooses. */
export function TakeInFile({ label, accept, onText }: Props) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="hover:text-indigo" onClick={() => field.current?.click()}>
        take in a file
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
          if (chosen)
            void chosen.text().then((text) => {
              onText(text, chosen.name);
            });
          event.target.value = "";
        }}
      />
    </>
  );
}
