import { Button } from "../parts/Button";
import { Redo2, Undo2 } from "lucide-react";
import { useEffect, useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { Bench } from "../api/client";
import type { Deed } from "../api/deed";
import { lineStore, useLine } from "../api/edits";
import { Mark } from "../parts/Mark";
import { ThemeButton } from "../parts/ThemeButton";
import { PageTabs } from "./PageTabs";

/** Where one is, what else there is, and the way back and forth in time. */
export function TopBar({ bench, onDo }: { bench: Bench; onDo: (deed: Deed) => Promise<Bench | null> }) {
  return (
    <header className="flex h-12 items-center gap-3.5 bg-bar px-3.5 text-bar-ink">
      <Link
        to="/"
        className="flex items-center gap-2 rounded-sm text-[14px] font-semibold whitespace-nowrap"
        title="To the shelf"
      >
        <Mark />
        Kit Rows
      </Link>
      <span className="max-w-44 truncate text-bar-ink-2 max-[1000px]:hidden" title={bench.project.name}>
        {bench.project.name}
      </span>
      <PageTabs bench={bench} onDo={onDo} />
      <span className="flex-1" />
      <Saved revision={bench.revision} />
      <span className="flex">
        <Step label="Undo" keys="Ctrl+Z" what={bench.undo} onClick={() => void onDo("undo")}>
          <Undo2 size={15} aria-hidden="true" />
        </Step>
        <Step label="Redo" keys="Ctrl+Shift+Z" what={bench.redo} onClick={() => void onDo("redo")}>
          <Redo2 size={15} aria-hidden="true" />
        </Step>
        <ThemeButton />
      </span>
      <Link
        to={`/${bench.project.id}/${bench.page.id}/kit/${bench.kit.id}`}
        title="Open the kit"
        className="flex items-center gap-2 rounded-[7px] border border-bar-line px-2.5 py-1 whitespace-nowrap hover:bg-bar-line/60"
      >
        {bench.kit.name}
        <span className="font-mono text-[12px] text-bar-ink-2 max-[1400px]:hidden">
          {bench.kit.columns} · gutter {bench.kit.gutter} · {bench.kit.technique}
        </span>
      </Link>
      <Link
        to={`/${bench.project.id}/${bench.page.id}/proof`}
        className="rounded-md border border-bar-line px-3 py-1 font-semibold hover:bg-bar-line/60"
      >
        Proof
      </Link>
      <Button look="main" asChild>
        <Link to={`/${bench.project.id}/${bench.page.id}/take`}>Take away</Link>
      </Button>
    </header>
  );
}

/** Whether what was done is on disk. It alone follows every edit on its way. */
function Saved({ revision }: { revision: number }) {
  const trouble = useLine((l) => l.trouble !== "");
  const waiting = useSlow();
  return (
    <span role="status" className={`text-[12px] whitespace-nowrap ${trouble ? "text-[#f0c674]" : "text-bar-ink-2"}`}>
      {trouble ? "Not saved, edits wait" : waiting ? "Saving…" : `Saved · rev ${revision}`}
    </span>
  );
}

/** Whether an edit takes longer than most on its way. */
function useSlow() {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    let timer = 0;
    const watch = ({ waiting }: { waiting: number }) => {
      if (waiting > 0) timer ||= window.setTimeout(() => setSlow(true), most);
      else {
        clearTimeout(timer);
        timer = 0;
        setSlow(false);
      }
    };
    watch(lineStore.getState());
    const leave = lineStore.subscribe(watch);
    return () => {
      leave();
      clearTimeout(timer);
    };
  }, []);
  return slow;
}

/** How long most edits are on their way, in ms: of those nothing is said. */
const most = 200;

interface StepProps {
  label: string;
  keys: string;
  what: string;
  onClick: () => void;
  children: ReactNode;
}

function Step({ label, keys, what, onClick, children }: StepProps) {
  return (
    <Button
      disabled={!what}
      aria-label={what ? `${label}: ${what}` : label}
      title={what ? `${label}: ${what} (${keys})` : `Nothing to ${label.toLowerCase()}`}
      onClick={onClick}
      look="bar"
      size="icon"
    >
      {children}
    </Button>
  );
}
