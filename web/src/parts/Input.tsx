import type { ComponentPropsWithRef } from "react";

const box = "rounded-md border border-control bg-raised";

/** A field in which a line is typed. */
export function Input({ className = "", ...rest }: ComponentPropsWithRef<"input">) {
  return <input {...rest} className={`${box} ${className}`} />;
}

/** A choice of one among several. */
export function Select({ className = "", ...rest }: ComponentPropsWithRef<"select">) {
  return <select {...rest} className={`${box} ${className}`} />;
}

/** A field in which several lines are typed. */
export function TextArea({ className = "", ...rest }: ComponentPropsWithRef<"textarea">) {
  return <textarea {...rest} className={`${box} ${className}`} />;
}
