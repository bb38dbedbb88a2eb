import { AlertDialog } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  readonly title: string;
  /** What will come of it, and whether it can be undone. */
  readonly children: ReactNode;
  /** What is pressed for yes. */
  readonly deed: string;
  readonly onConfirm: () => unknown;
  /** Whether yes takes something away. */
  readonly isRemoval?: boolean;
  /** What can be done before. */
  readonly before?: ReactNode;
  /** What asks; without one it is opened by `isOpen`. */
  readonly trigger?: ReactNode;
  readonly isOpen?: boolean;
  readonly onClose?: () => void;
}

/** Asks before something large is done. */
export function ConfirmDialog({ title, children, deed, onConfirm, isRemoval, before, trigger, isOpen, onClose }: Props) {
  return (
    <AlertDialog.Root
      {...(isOpen === undefined ? {} : { open: isOpen })}
      onOpenChange={(open) => {
        if (!open) onClose?.();
      }}
    >
      {trigger !== undefined && <AlertDialog.Trigger asChild>{trigger}</AlertDialog.Trigger>}
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-50 bg-ink/20" />
        <AlertDialog.Content className="fixed top-32 left-1/2 z-50 w-[440px] max-w-[92vw] -translate-x-1/2 rounded-sm border border-rule bg-raised p-5">
          <AlertDialog.Title className="font-serif text-lg">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-2 text-soft">{children}</AlertDialog.Description>
          <p className="mt-4 flex items-center justify-end gap-2">
            {before}
            <AlertDialog.Cancel className="control">Leave it</AlertDialog.Cancel>
            <AlertDialog.Action
              className={`control font-semibold ${isRemoval ? "border-rust text-rust" : "border-indigo text-indigo"}`}
              onClick={() => void onConfirm()}
            >
              {deed}
            </AlertDialog.Action>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
