/** Findings in the margin, each beside its line; one that would cover another moves down. */
import { Box } from "@chakra-ui/react";
import { memo, useLayoutEffect, useRef, useState } from "react";
import type { Finding } from "../api/client";
import { keyOf, Slip } from "./Slip";

interface Props {
  findings: Finding[];
  tops: number[];
}

export const Margin = memo(function Margin({ findings, tops }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [places, setPlaces] = useState<number[]>([]);
  const [height, setHeight] = useState(0);
  const placed = findings.filter((finding) => finding.line !== null).sort((a, b) => (a.line ?? 0) - (b.line ?? 0));
  useLayoutEffect(() => {
    if (!box.current) return;
    let free = 0;
    const found: number[] = [];
    Array.from(box.current.children).forEach((child, index) => {
      const wanted = tops[(placed[index]?.line ?? 1) - 1] ?? 0;
      const top = Math.max(wanted, free);
      found.push(top);
      free = top + (child as HTMLElement).offsetHeight + 8;
    });
    if (found.some((top, index) => Math.abs(top - (places[index] ?? -1)) > 0.5) || found.length !== places.length)
      setPlaces(found);
    if (Math.abs(free - height) > 0.5) setHeight(free);
  });
  return (
    <Box ref={box} position="relative" minH={`${height}px`} role="list" aria-label="Findings beside their lines">
      {placed.map((finding, index) => (
        <Box
          role="listitem"
          key={keyOf(placed, index)}
          position="absolute"
          left="0"
          right="0"
          top={`${places[index] ?? 0}px`}
        >
          <Slip finding={finding} />
        </Box>
      ))}
    </Box>
  );
});
