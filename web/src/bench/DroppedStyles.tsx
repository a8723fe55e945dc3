import { useNavigate } from "react-router";
import type { Place } from "../api/bench";
import type { Bench } from "../api/client";
import { stylesOf } from "../api/code";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { Description, Dialog, Title } from "../parts/Panel";
import { viewStore } from "./view";

interface Props {
  file: { name: string; text: string };
  place: Place;
  bench: Bench;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onClose: () => void;
}

/** What a stylesheet that was dropped is: a grid, or styles of the page. */
export default function DroppedStyles({ file, place, bench, onDo, onClose }: Props) {
  const navigate = useNavigate();

  async function asStyles() {
    onClose();
    const deed = await styling(file, place, bench);
    if (await onDo(deed)) viewStore.getState().setPanel("styles");
  }
  const asGrid = () =>
    void navigate(`/${place.project}/${place.page}/kit/${bench.kit.id}`, { state: { files: [file] } });

  return (
    <Dialog
      onClose={onClose}
      onCloseAutoFocus={viewStore.getState().seek}
      className="top-[20vh] left-1/2 grid w-[min(440px,92vw)] -translate-x-1/2 gap-3 p-5"
    >
      <Title className="text-[16px] font-semibold">What is {file.name}?</Title>
      <Description className="text-ink-2">
        A grid becomes a kit, whose classes lay pages out. Styles are linked after the kit and change how{" "}
        {bench.page.name} looks.
      </Description>
      <div className="flex flex-wrap gap-2">
        <Button look="main" onClick={() => void asStyles()}>
          Styles of this page
        </Button>
        <Button onClick={asGrid}>A grid to lay out by</Button>
        <Button look="bare" className="ml-auto px-2" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </Dialog>
  );
}

/** What makes a stylesheet styles of the page: of one made here, after those that it has; of one from HTML, the file of
 *  that name that it links, or a new one. */
async function styling(file: Props["file"], place: Place, bench: Bench): Promise<Deed> {
  const { files, begin, new: name } = await stylesOf(place, file.name);
  if (!bench.can.file) {
    const had = files[0]?.text ?? "";
    return { style: { text: `${had.trimEnd()}\n\n/* ${file.name.replaceAll("*/", "")} */\n${file.text}` } };
  }
  const same = files.find((f) => !f.fixed && f.name.split("/").at(-1) === file.name);
  if (same || !begin) return { style: { file: same?.name ?? file.name, text: file.text } };
  const summary = `Styles from ${file.name}`;
  return { together: { steps: [begin, { style: { file: name, text: file.text } }], summary } };
}
