/** The sheet that is typed on, and files dropped on it. */
import { Box } from "@chakra-ui/react";
import { type DragEvent, useState } from "react";
import { useDraft } from "../draft/useDraft";
import { Sheet } from "./Sheet";
import { useStale, useVerdict } from "./verdict";

interface Props {
  onOpened: (file: File) => void;
  onLines: (tops: number[]) => void;
}

const change = (text: string) => useDraft.getState().change({ text });

export function SheetPart({ onOpened, onLines }: Props) {
  const text = useDraft((hold) => hold.draft.text);
  const marks = useVerdict((verdict) => verdict.marks);
  const blocks = useVerdict((verdict) => verdict.blocks);
  const stale = useStale();
  const [dragged, setDragged] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setDragged(false);
    const dropped = event.dataTransfer.files[0];
    if (dropped) onOpened(dropped);
  };
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setDragged(true);
      }}
      onDragLeave={() => setDragged(false)}
      onDrop={drop}
      outline={dragged ? "4px dashed" : undefined}
      outlineColor="mustard.700"
      outlineOffset="4px"
      data-drop=""
    >
      <Sheet text={text} marks={marks ?? []} blocks={blocks ?? []} stale={stale} onChange={change} onLines={onLines} />
    </Box>
  );
}
