import { useState } from "react";
import type { KitView, Step } from "../api/client";
import { tableOf } from "../api/kit";
import { Segmented } from "../parts/Segmented";
import { Beside } from "./Beside";
import { CopyTable } from "./CopyTable";
import { Finder } from "./Finder";
import { Kinds } from "./Kinds";
import { Names } from "./Names";
import { SheetReading } from "./SheetReading";
import { Sheets } from "./Sheets";
import { Widths } from "./Widths";

const tabs = [
  ["widths", "Widths"],
  ["finder", "Finder"],
  ["classes", "Classes"],
  ["kinds", "Containers"],
  ["sheets", "Sheets"],
  ["compare", "Compare"],
] as const;

interface Props {
  project: string;
  revision: number;
  /** The kit as it is, and as it is tried. */
  kept: KitView;
  view: KitView;
  template: string;
  steps: Step[];
  trying: boolean;
  wrong?: { at: Step; why: string };
  onStep: (...steps: Step[]) => void;
  onChoose: (doubt: string, choice: string) => void;
}

/** What stands below the kit's numbers, one at a time. */
export function Below({ project, revision, kept, view, template, steps, trying, wrong, onStep, onChoose }: Props) {
  const [below, setBelow] = useState<(typeof tabs)[number][0]>("widths");
  return (
    <>
      <div className="my-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <Segmented label="Below the numbers" value={below} options={tabs} onChange={setBelow} />
        <CopyTable what="the numbers" table={(as) => tableOf(project, view.kit.id, { steps, what: "facts", as })} />
      </div>
      {below === "widths" && (
        <Widths project={project} revision={revision} view={view} template={template} steps={steps} />
      )}
      {below === "finder" && (
        <Finder project={project} kit={view.kit.id} revision={revision} view={kept} onUse={(all) => onStep(...all)} />
      )}
      {below === "classes" && view.sheet && (
        <SheetReading
          sheet={view.sheet}
          files={view.kit.brought?.files ?? []}
          className="h-[480px] pb-4 text-[12px]"
          onChoose={onChoose}
        />
      )}
      {below === "classes" && !view.sheet && <Names view={view} refused={wrong} onStep={onStep} />}
      {below === "kinds" && <Kinds view={view} template={template} />}
      {below === "sheets" && <Sheets project={project} revision={revision} view={kept} trying={trying} />}
      {below === "compare" && <Beside project={project} kit={view.kit.id} revision={revision} view={kept} />}
    </>
  );
}
