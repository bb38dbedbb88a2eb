import type { InputHTMLAttributes, Ref } from "react";

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, "value" | "onChange" | "type"> {
  /** As it is typed. */
  readonly value: string;
  readonly onValue: (value: string) => void;
  /** Of whole numbers only. */
  readonly isWhole?: boolean;
  readonly ref?: Ref<HTMLInputElement>;
}

/** A field for a number without a sign, with a decimal dot; what else is typed is refused by the browser, with the words of its title. */
export function NumberField({ onValue, isWhole = false, className = "w-24", ...input }: Props) {
  return (
    <input
      inputMode={isWhole ? "numeric" : "decimal"}
      pattern={isWhole ? "[0-9]+" : "[0-9]*[.]?[0-9]+"}
      title={isWhole ? "a whole number, such as 50" : "a number, such as 40.35"}
      {...input}
      className={`control py-0.5 text-ink ${className}`}
      onChange={(event) => {
        onValue(event.target.value);
      }}
    />
  );
}
