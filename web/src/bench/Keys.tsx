import { X } from "lucide-react";
import { Dialog, Title, Close } from "../parts/Panel";
import { keys } from "./actions";
import { useView } from "./view";

/** The keys of the Bench. */
export default function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog
      onClose={onClose}
      aria-describedby={undefined}
      onCloseAutoFocus={useView.getState().seek}
      className="top-[10vh] left-1/2 max-h-[80vh] w-[min(560px,92vw)] -translate-x-1/2 overflow-y-auto p-5"
    >
      <Title className="text-[16px] font-semibold">Keys</Title>
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5 text-[13px]">
        {keys.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="font-mono text-[12px] whitespace-nowrap">{key}</dt>
            <dd className="text-ink-2">{does}</dd>
          </div>
        ))}
      </dl>
      <Close
        aria-label="Close"
        className="absolute top-4 right-4 grid size-6 place-items-center rounded-sm hover:bg-line-2"
      >
        <X size={15} aria-hidden="true" />
      </Close>
    </Dialog>
  );
}
