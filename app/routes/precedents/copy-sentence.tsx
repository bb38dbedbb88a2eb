import { useState } from "react";

/** Copies a situation as the sentence that it is. */
export function CopySentence({ sentence }: { sentence: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <button
      type="button"
      className="link"
      onClick={() => {
        void navigator.clipboard.writeText(sentence).then(() => {
          setCopied(true);
        });
      }}
    >
      {copied ? "copied" : "copy the sentence"}
    </button>
  );
}
