import { X } from "lucide-react";
import { Dialog, Title, Close } from "./Panel";

interface Props {
  /** Keys, each with what it does. */
  keys: readonly (readonly [key: string, does: string])[];
  onClose: () => void;
  /** Takes the keyboard's focus back. */
  onLeft?: () => void;
}

/** The keys of a screen. */
export default function Keys({ keys, onClose, onLeft }: Props) {
  return (
    <Dialog
      onClose={onClose}
      aria-describedby={undefined}
      onCloseAutoFocus={onLeft}
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
