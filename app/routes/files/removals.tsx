import { AlertDialog } from "radix-ui";
import { useState } from "react";
import { Form, useSubmit } from "react-router";

/** Asks before something is removed. */
function Question({
  title,
  children,
  fields,
  trigger,
}: {
  readonly title: string;
  readonly children: React.ReactNode;
  /** What is posted when the answer is yes. */
  readonly fields: Readonly<Record<string, string>>;
  readonly trigger: React.ReactNode;
}) {
  const submit = useSubmit();
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{trigger}</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-50 bg-ink/20" />
        <AlertDialog.Content className="fixed top-32 left-1/2 z-50 w-[440px] max-w-[92vw] -translate-x-1/2 rounded-sm border border-rule bg-raised p-5">
          <AlertDialog.Title className="font-serif text-lg">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-2 text-soft">{children}</AlertDialog.Description>
          <p className="mt-4 flex justify-end gap-2">
            <AlertDialog.Cancel className="control">Leave it</AlertDialog.Cancel>
            <AlertDialog.Action
              className="control border-rust font-semibold text-rust"
              onClick={() => void submit(fields, { method: "post" })}
            >
              Remove
            </AlertDialog.Action>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}

const UNDO = "It can be put back under “Latest changes” until five later ones have come.";

export function RemoveMarket({ market, name }: { market: string; name: string }) {
  return (
    <Question
      title={`Remove ${name}?`}
      fields={{ intent: "remove-market", market }}
      trigger={
        <button type="button" className="min-h-6 text-soft hover:text-rust" aria-label={`Remove the market ${name}`}>
          remove
        </button>
      }
    >
      All its instruments with their bars, memberships, fundamentals and holidays go. {UNDO}
    </Question>
  );
}

/** An instrument by its ticker. */
export function RemoveInstrument() {
  const [ticker, setTicker] = useState("");
  const wanted = ticker.trim();
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Remove an instrument</h2>
      <Form
        className="mt-2 flex items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
        }}
      >
        <label className="flex items-center gap-2 text-soft">
          ticker
          <input
            value={ticker}
            maxLength={40}
            className="control w-32 text-ink"
            onChange={(event) => {
              setTicker(event.target.value);
            }}
          />
        </label>
        <Question
          title={`Remove ${wanted}?`}
          fields={{ intent: "remove-instrument", ticker: wanted }}
          trigger={
            <button type="button" disabled={wanted === ""} className="control">
              Remove…
            </button>
          }
        >
          Its bars, memberships and fundamentals go. {UNDO}
        </Question>
      </Form>
    </section>
  );
}
