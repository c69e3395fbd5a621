// The dialog, wrapped once.
import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";

// A field of the dialog may take the focus before anybody can ask where it was: what had it last
// outside of any dialog is kept all along.
let outside: Element | null = null;
document.addEventListener("focusin", ({ target }) => {
  if (target instanceof Element && target.closest('[role="dialog"]') === null) outside = target;
});

interface DialogProps {
  open: boolean;
  onClose: () => void;
  title: string;
  /** One line under the title; also what a screen reader says first. */
  about?: string;
  children: ReactNode;
  /** Where it stands: in the middle, or near the top for lists that grow. */
  at?: "middle" | "top";
}

export function Dialog({ open, onClose, title, about, children, at = "middle" }: DialogProps) {
  const place = at === "top" ? "top-[8vh]" : "top-1/2 -translate-y-1/2";
  return (
    <Radix.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Radix.Content
          className={`fixed left-1/2 z-50 max-h-[86vh] w-[min(34rem,calc(100vw-2rem))] -translate-x-1/2 overflow-y-auto rounded-lg border border-line bg-panel p-5 shadow-xl ${place}`}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            // Opened by a key or a link there is no button of its own to go back to. A box that was
            // left is not opened again: on a phone its keyboard would come up.
            if (outside instanceof HTMLElement && !(outside instanceof HTMLInputElement))
              outside.focus({ preventScroll: true });
          }}
          {...(about ? {} : { "aria-describedby": undefined })}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="font-narrow text-xl font-semibold">{title}</Radix.Title>
            <Radix.Close className="link -mt-1 min-h-9 px-1">Close</Radix.Close>
          </div>
          {about && <Radix.Description className="mb-4 text-mute">{about}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
