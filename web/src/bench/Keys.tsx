import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import { keys } from "./actions";
import { useView } from "./view";

/** The keys of the Bench. */
export default function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root modal={false} open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <div aria-hidden="true" className="fixed inset-0 z-40 bg-bar/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={useView.getState().seek}
          className="fixed top-[10vh] left-1/2 z-50 max-h-[80vh] w-[min(560px,92vw)] -translate-x-1/2 overflow-y-auto rounded-md border border-control bg-sheet p-5"
        >
          <Dialog.Title className="text-[16px] font-semibold">Keys</Dialog.Title>
          <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5 text-[13px]">
            {keys.map(([key, does]) => (
              <div key={key} className="contents">
                <dt className="font-mono text-[12px] whitespace-nowrap">{key}</dt>
                <dd className="text-ink-2">{does}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close
            aria-label="Close"
            className="absolute top-4 right-4 grid size-6 place-items-center rounded-sm hover:bg-line-2"
          >
            <X size={15} aria-hidden="true" />
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
