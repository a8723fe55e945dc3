import { useEffect } from "react";
import { useNavigate } from "react-router";
import type { Place } from "../api/bench";
import type { Bench } from "../api/client";
import { base64, formOf } from "../api/content";
import type { Deed } from "../api/deed";
import { isDocument, isPage, pageOf } from "../kit/files";
import { isTyping } from "./isTyping";
import { viewStore } from "./view";

/** Takes what is pasted beside the sheet, and gives what takes a file that was dropped. */
export function useIncoming(
  place: Place,
  onDo: (deed: Deed) => Promise<Bench | null>,
  onSheet: (file: { name: string; text: string }) => void,
) {
  const navigate = useNavigate();

  // What is pasted beside the sheet: a node that was copied goes to the page's end,
  // any other text to the content sheet.
  useEffect(() => {
    function paste(event: ClipboardEvent) {
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (event.defaultPrevented || text.trim() === "" || isTyping(event)) return;
      event.preventDefault();
      if (text.startsWith("{")) return void onDo({ paste: { near: "", part: text } });
      viewStore.getState().pour(true);
      void onDo({ pour: { text, as: formOf(text) } });
    }
    addEventListener("paste", paste);
    return () => removeEventListener("paste", paste);
  }, [onDo]);

  /** A file that was dropped: a picture goes into the column under it, of a stylesheet is asked what it is, anything
   *  else is read for the content sheet. */
  return async function takeFile(file: File, over: string) {
    if (/\.css$/i.test(file.name)) {
      onSheet({ name: file.name, text: await file.text() });
      return;
    }
    if (isPage(file)) {
      const text = await file.text();
      if (isDocument(text)) {
        const made = await onDo({ bringPage: await pageOf(file, []) });
        if (made) void navigate(`/${place.project}/${made.page.id}`);
        return;
      }
    }
    const picture = /\.(svg|png|jpe?g|webp)$/i.test(file.name);
    viewStore.getState().pour(!picture);
    if (picture) {
      await onDo({ addPicture: { node: over, file: file.name, data: await base64(file) } });
    } else {
      const text = await file.text();
      await onDo({ pour: { text, as: formOf(text) } });
    }
  };
}
