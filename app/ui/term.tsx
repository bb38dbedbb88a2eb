import { Tooltip } from "radix-ui";
import type { ReactNode } from "react";
import type { GlossaryEntry } from "@studies/words/glossary";
import { withTerms } from "@studies/words/terms";

/** A word of the glossary: what it means is said when it is pointed at or has the keyboard. */
export function Term({ entry, children }: { entry: GlossaryEntry; children: ReactNode }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <span tabIndex={0} data-term={entry.name} className="term">
          {children}
        </span>
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={5}
          collisionPadding={8}
          className="z-50 max-w-[340px] rounded-sm border border-rule bg-raised px-3 py-2 font-sans text-[13px] leading-5 text-ink"
        >
          <b className="font-semibold">{entry.name}</b>
          <span className="mt-0.5 block">{entry.says}</span>
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

/** A text whose words of the glossary are explained where they stand. */
export function Explained({ text, around = text }: { text: string; around?: string }) {
  return withTerms(text, around).map(({ text: own, entry }, k) =>
    entry ? (
      <Term key={k} entry={entry}>
        {own}
      </Term>
    ) : (
      own
    ),
  );
}
