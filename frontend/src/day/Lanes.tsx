/** The day as lanes: hands, canners, burners, and what waits by itself. Whose it is by colour and name; how much attention by shape. */
import { Box } from "@chakra-ui/react";
import { useRef, useState } from "react";
import type { Day } from "../api/client";
import { Axis, type Bar, lanesOf } from "./lanes";

const LABEL = 138;
const WIDTH = 1130;
const LANE = 46;
const TOP = 26;
const LETTER = 8.2;

const color = (batch: number) => `var(--chakra-colors-batch-${(batch % 5) + 1})`;

function Shape({ bar, x, width, y }: { bar: Bar; x: number; width: number; y: number }) {
  const fill = color(bar.task.batch);
  switch (bar.task.attention) {
    case "hands":
      return <rect x={x} y={y + 6} width={width} height={30} rx="3" fill={fill} />;
    case "watch":
      return (
        <rect
          x={x}
          y={y + 9}
          width={width}
          height={24}
          rx="3"
          fill="var(--chakra-colors-whey-50)"
          stroke={fill}
          strokeWidth="3"
        />
      );
    default:
      return <rect x={x} y={y + 16} width={width} height={10} rx="5" fill={fill} opacity="0.55" />;
  }
}

interface Props {
  day: Day;
  chosen: number | null;
  /** A batch was dragged by so many minutes. */
  onMove?: (batch: number, minutes: number) => void;
  /** What time it is, of a day that has begun; and what is done. */
  now?: number;
  done?: readonly string[];
}

const DRAG_STEP = 5;
const FROM_PX = 4;

export function Lanes({ day, chosen, onMove, now, done = [] }: Props) {
  const [drag, setDrag] = useState<{ batch: number; from: number; by: number } | null>(null);
  const drawing = useRef<SVGSVGElement>(null);
  const axis = new Axis(day);
  const lanes = lanesOf(day, axis);
  const scale = (WIDTH - LABEL - 8) / axis.length;
  const x = (minute: number) => LABEL + minute * scale;
  const perPixel = () => WIDTH / (drawing.current?.getBoundingClientRect().width || WIDTH);
  const grab = onMove && {
    onPointerMove: (event: React.PointerEvent) =>
      drag && setDrag({ ...drag, by: (event.clientX - drag.from) * perPixel() }),
    onPointerUp: () => {
      if (drag && Math.abs(drag.by) > FROM_PX) onMove(drag.batch, Math.round(drag.by / scale / DRAG_STEP) * DRAG_STEP);
      setDrag(null);
    },
    onPointerCancel: () => setDrag(null),
  };
  const height = TOP + lanes.length * LANE + 6;
  return (
    <Box overflowX="auto" tabIndex={0} role="region" aria-label="The day as lanes">
      <svg
        ref={drawing}
        {...grab}
        viewBox={`0 0 ${WIDTH} ${height}`}
        style={{ width: "100%", minWidth: "900px", touchAction: drag ? "none" : undefined, userSelect: "none" }}
        role="img"
        aria-label={`${day.tasks.length} tasks on ${lanes.length} lanes; the list below says each of them`}
        fontFamily="inherit"
      >
        {axis.hours().map((hour) => (
          <g key={hour.label + hour.at}>
            <line
              x1={x(hour.at)}
              x2={x(hour.at)}
              y1={TOP - 4}
              y2={height}
              stroke="var(--chakra-colors-whey-300)"
              strokeWidth="1.5"
            />
            <text x={x(hour.at)} y={16} fontSize="13" textAnchor="middle" fill="var(--chakra-colors-ink-soft)">
              {hour.label}
            </text>
          </g>
        ))}
        {axis.folds.map((fold) => {
          const from = x(axis.at(fold.from));
          const wide = x(axis.at(fold.to)) - from;
          return (
            <g key={fold.from}>
              <rect
                x={from + 2}
                y={TOP - 4}
                width={wide - 4}
                height={height - TOP}
                fill="var(--chakra-colors-whey-200)"
                opacity="0.7"
              />
              <text x={from + wide / 2} y={16} fontSize="12" textAnchor="middle" fill="var(--chakra-colors-ink-faint)">
                {Math.round((fold.to - fold.from) / 3_600_000)} h
              </text>
            </g>
          );
        })}
        {lanes.map((lane, at) => {
          const y = TOP + at * LANE;
          return (
            <g key={lane.key} data-lane={lane.key}>
              <line
                x1="0"
                x2={WIDTH}
                y1={y}
                y2={y}
                stroke="var(--chakra-colors-ink)"
                strokeWidth={at === 0 ? 2 : 0.7}
              />
              <text x="0" y={y + 27} fontSize="14" fontWeight="650" fill="var(--chakra-colors-ink)">
                {lane.title.length > 19 ? `${lane.title.slice(0, 18)}…` : lane.title}
              </text>
              {lane.bars.map((bar) => {
                const left = x(bar.from);
                const width = Math.max(2.5, (bar.to - bar.from) * scale - 1);
                const room = Math.floor((width - 8) / LETTER);
                const says = bar.task.says.replace(/, one at a time$/, "");
                const faded = (chosen !== null && chosen !== bar.task.batch) || done.includes(bar.task.id);
                const mine = drag?.batch === bar.task.batch;
                return (
                  <g
                    key={bar.task.id}
                    opacity={faded ? 0.3 : 1}
                    data-task={bar.task.id}
                    transform={mine ? `translate(${drag.by} 0)` : undefined}
                    style={onMove ? { cursor: "ew-resize" } : undefined}
                    onPointerDown={(event) => {
                      if (!onMove || event.button !== 0) return;
                      drawing.current?.setPointerCapture(event.pointerId);
                      setDrag({ batch: bar.task.batch, from: event.clientX, by: 0 });
                    }}
                  >
                    <title>
                      {bar.task.says} ({day.batches[bar.task.batch]?.title})
                    </title>
                    <Shape bar={bar} x={left} width={width} y={y} />
                    {room >= 4 && bar.task.attention !== "none" && (
                      <text
                        x={left + 5}
                        y={y + 26}
                        fontSize="12.5"
                        fill={
                          bar.task.attention === "hands" ? "var(--chakra-colors-whey-50)" : "var(--chakra-colors-ink)"
                        }
                      >
                        {says.length > room ? `${says.slice(0, Math.max(1, room - 1))}…` : says}
                      </text>
                    )}
                    {room >= 4 && bar.task.attention === "none" && (
                      <text x={left + 2} y={y + 12} fontSize="11.5" fill="var(--chakra-colors-ink)">
                        {says.length > room ? `${says.slice(0, Math.max(1, room - 1))}…` : says}
                      </text>
                    )}
                  </g>
                );
              })}
            </g>
          );
        })}
        {drag && Math.abs(drag.by) > FROM_PX && (
          <text x={WIDTH / 2} y={height - 8} fontSize="16" fontWeight="700" textAnchor="middle" fill="currentColor">
            {Math.round(drag.by / scale / DRAG_STEP) * DRAG_STEP} min
          </text>
        )}
        {now !== undefined && x(axis.at(now)) > LABEL && x(axis.at(now)) < WIDTH && (
          <g data-now-line="">
            <line
              x1={x(axis.at(now))}
              x2={x(axis.at(now))}
              y1={TOP - 6}
              y2={height}
              stroke="var(--chakra-colors-batch-1)"
              strokeWidth="3"
            />
            <text
              x={x(axis.at(now)) + 4}
              y={height - 2}
              fontSize="12"
              fontWeight="700"
              fill="var(--chakra-colors-batch-1)"
            >
              now
            </text>
          </g>
        )}
      </svg>
    </Box>
  );
}
