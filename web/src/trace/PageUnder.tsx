import { useEffect, useRef, useState } from "react";
import type { Bench } from "../api/client";
import { PageFrame } from "../page/PageFrame";

interface Props {
  bench: Bench;
  /** Of the viewport, in px. */
  width: number;
  high: number;
}

/** The page itself at the width of a design, to compare. */
export function PageUnder({ bench, width, high }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [scale, setScale] = useState(0);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setScale(entry.contentRect.width / width));
    watch.observe(box.current!);
    return () => watch.disconnect();
  }, [width]);
  return (
    <div ref={box} className="size-full">
      {scale > 0 && (
        <PageFrame
          address={`/api/projects/${bench.project.id}/files/page?page=${bench.page.id}&as=classes&measured&linked`}
          document={bench.document}
          title={`${bench.page.name} at ${width} px`}
          width={width}
          height={Math.max(high, 400)}
          scale={scale}
          shown
          nodes={bench.nodes}
          lane={undefined}
          styled={false}
          onMeasure={() => {}}
          onCompare={() => {}}
        />
      )}
    </div>
  );
}
