import { ExternalLink } from "lucide-react";
import type { Bench } from "../api/client";

/** What became last of the page's file in the folder that is worked in, and where it is shown as it is. */
export function FolderLine({ folder, file }: { folder: NonNullable<Bench["folder"]>; file: string }) {
  const said = folder.text || `${file} is open`;
  const trouble = folder.state === "conflict" || folder.state === "gone" || folder.state === "unwritten";
  return (
    <p className="flex flex-none items-baseline gap-2 border-t border-line-2 px-3 py-1.5 text-[12px] text-ink-2">
      <span
        role={trouble ? "alert" : "status"}
        className={`min-w-0 flex-1 ${trouble ? "font-semibold text-madder-deep" : folder.state === "changed" ? "text-ink" : ""}`}
      >
        {said}
        {folder.polled && <span className="block text-ink-2">{folder.polled}</span>}
      </span>
      <a
        href={folder.preview}
        target="_blank"
        rel="noreferrer"
        className="flex flex-none items-center gap-1 text-woad-text underline underline-offset-2"
      >
        Preview
        <ExternalLink size={11} aria-hidden="true" />
      </a>
    </p>
  );
}
