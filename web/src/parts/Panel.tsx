import { Dialog as Radix, Popover } from "radix-ui";
import type { ComponentProps, ReactNode } from "react";

const sheet = "rounded-md border border-control bg-sheet";

/** A panel that opens beside what opens it. */
export function Beside({ className = "", children, ...rest }: ComponentProps<typeof Popover.Content>) {
  return (
    <Popover.Portal>
      <Popover.Content sideOffset={6} collisionPadding={8} className={`z-40 ${sheet} ${className}`} {...rest}>
        {children}
      </Popover.Content>
    </Popover.Portal>
  );
}

interface DialogProps extends ComponentProps<typeof Radix.Content> {
  onClose: () => void;
  children: ReactNode;
}

/** A panel over the screen, which it darkens. Other windows' edits go on under it. */
export function Dialog({ onClose, className = "", children, ...rest }: DialogProps) {
  return (
    <Radix.Root modal={false} open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <div aria-hidden="true" className="fixed inset-0 z-40 bg-bar/40" />
        <Radix.Content className={`fixed z-50 ${sheet} ${className}`} {...rest}>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
export const { Title, Description, Close } = Radix;
