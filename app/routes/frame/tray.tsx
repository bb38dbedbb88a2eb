import { PanelRight, X } from "lucide-react";
import { Dialog } from "radix-ui";

/** The tray at the right edge, for what is on its way to a brief or from a group to a stock. */
export function Tray() {
  return (
    <Dialog.Root modal={false}>
      <Dialog.Trigger className="control flex items-center px-1.5 py-1.5" aria-label="Tray" title="Tray">
        <PanelRight size={15} aria-hidden />
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Content
          className="fixed top-14 right-0 bottom-0 z-30 w-72 border-l border-rule bg-raised p-4"
          aria-describedby={undefined}
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="heading">Tray</Dialog.Title>
            <Dialog.Close aria-label="Close the tray">
              <X size={15} aria-hidden />
            </Dialog.Close>
          </div>
          <p className="mt-3">The tray is empty.</p>
          <p className="mt-1 text-soft">
            Here gathers what is pinned for a brief: readings, figures, tables and pictures. Pinning comes with the briefs; until
            then, groups can be kept at hand in the focus, with Space on their row.
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
