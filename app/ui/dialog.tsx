import { Dialog as Radix } from "radix-ui";

/** Where a dialog was opened by a key, or what opened it has gone, the focus would fall to nothing: it goes to the sheet. */
function focusSheet(): void {
  if (document.activeElement === document.body || document.activeElement === null)
    document.getElementById("sheet")?.focus({ preventScroll: true });
}

/** A plain sheet over the page, for what needs the whole attention for a moment. */
export function Dialog({
  open,
  onOpenChange,
  title,
  children,
  wide,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  children: React.ReactNode;
  wide?: boolean;
}) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Radix.Content
          aria-describedby={undefined}
          onCloseAutoFocus={() => requestAnimationFrame(focusSheet)}
          className={`fixed left-1/2 top-1/2 z-50 max-h-[92vh] w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-5 text-ink ${wide ? "max-w-3xl" : "max-w-xl"}`}
        >
          <div className="flex items-start justify-between gap-4">
            <Radix.Title className="text-xl">{title}</Radix.Title>
            <Radix.Close className="btn">
              Close{" "}
              <span aria-hidden="true" className="key max-tab:hidden">
                Esc
              </span>
            </Radix.Close>
          </div>
          <div className="mt-3">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
