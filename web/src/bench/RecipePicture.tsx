import type { components } from "../api/schema";
import { Button } from "../parts/Button";
import { LaneDrawing } from "./LaneDrawing";

interface Props {
  recipe: components["schemas"]["Recipe"];
  onTake: () => void;
}

const none = new Map();

/** A row recipe as a picture of its row, its name and its text. */
export function RecipePicture({ recipe, onTake }: Props) {
  return (
    <Button
      onClick={onTake}
      look="bare"
      className="flex h-full w-full flex-col gap-1 rounded-md border border-line bg-raised p-1.5 text-left hover:border-madder"
    >
      <span className="block h-[44px] w-full overflow-hidden">
        <LaneDrawing lane={recipe.lane} nodes={none} width={140} tall={20} title="" />
      </span>
      <span className="font-semibold">{recipe.name}</span>
      <span className="font-mono text-[12px] break-words text-ink-2">{recipe.text}</span>
    </Button>
  );
}
