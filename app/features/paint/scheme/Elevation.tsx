/**
 * A small elevation of a part in the colours that it will have: courses that stand out, joints that lie deep, edges, the foot. The outline is
 * the part's own where its mesh is read; the relief inside it is a sign for one. What a step touches is hatched while it is stood on.
 */
import { memo, useId } from "react";
import type { Looks, Zone } from "~core/paint";
import { partSizeMm, type Part } from "~core/project";
import type { Role } from "~core/recipe";
import { hatchFill } from "~app/ui/hatch";
import { useOutline } from "~app/shared/useSheet";
import { PRIORITY } from "../../../../workers/pool";

export type Facing = "front" | "side";

const WIDE = 104,
  HIGH = 96;
/** How large a state is drawn. */
export const DRAWN = { width: WIDE, height: HIGH } as const;
const COURSES = 4;

/** Zones that a role is drawn on. */
const TOUCHES: Record<Role, readonly Zone[]> = {
  "all over": ["flat"],
  "from above": ["raised", "tip"],
  raised: ["raised"],
  recesses: ["recess"],
  lines: ["recess"],
  foot: ["foot"],
  tips: ["tip"],
  "picked out": ["accent"],
  surface: ["panel"],
  rim: ["foot"],
  inside: [],
  bare: [],
};

interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** Where each zone is drawn in a box. */
function zoneBoxes({ x, y, w, h }: Box, shown: ReadonlySet<Zone>): Record<Zone, Box[]> {
  const course = h / COURSES;
  const rows = Array.from({ length: COURSES }, (_, i) => y + i * course);
  const joint = Math.max(1.4, course * 0.1);
  return {
    flat: [{ x, y, w, h }],
    raised: rows.map((top) => ({ x, y: top + joint, w, h: course * 0.3 })),
    recess: [
      ...rows.map((top) => ({ x, y: top + course - joint, w, h: joint })),
      ...rows.map((top, i) => ({ x: x + w * (i % 2 ? 0.62 : 0.3), y: top, w: joint, h: course })),
    ],
    tip: rows.map((top) => ({ x: x + w * 0.04, y: top + joint, w: w * 0.92, h: Math.max(1.4, course * 0.07) })),
    foot: [{ x, y: y + h * 0.86, w, h: h * 0.14 }],
    panel: shown.has("panel") ? [{ x: x + w * 0.66, y: y + h * 0.28, w: w * 0.26, h: h * 0.42 }] : [],
    accent: shown.has("accent") ? [0.16, 0.42, 0.8].map((at, i) => ({ x: x + w * at, y: y + course * (i + 0.45), w: 7, h: 5 })) : [],
  };
}
const INSIDE: readonly Zone[] = ["raised", "foot", "panel", "recess", "tip", "accent"];

/** Rings of an outline: its segments run on, ring after ring. */
function ringsPath(outline: readonly number[], x: number, y: number, s: number): string {
  let d = "";
  for (let i = 0; i < outline.length; i += 4) {
    const begins = i === 0 || outline[i] !== outline[i - 2] || outline[i + 1] !== outline[i - 1];
    if (begins) d += `${i === 0 ? "" : "Z"}M${(x + outline[i] * s).toFixed(1)} ${(y - outline[i + 1] * s).toFixed(1)}`;
    d += `L${(x + outline[i + 2] * s).toFixed(1)} ${(y - outline[i + 3] * s).toFixed(1)}`;
  }
  return d && `${d}Z`;
}

const rect = (b: Box): string => `M${b.x} ${b.y}h${b.w}v${b.h}h${-b.w}Z`;

export const Elevation = memo(function Elevation({
  part,
  looks,
  shown,
  touches,
  facing,
  faint,
}: {
  part: Part;
  looks: Looks;
  /** Zones that some step of the recipe is about. */
  shown: ReadonlySet<Zone>;
  /** The role of the step that is stood on. */
  touches: Role | null;
  facing: Facing;
  faint: boolean;
}) {
  const id = useId();
  const view = useOutline(part, true, PRIORITY.shown)?.views.find((v) => v.name === facing);
  const size = partSizeMm(part);
  const [wMm, hMm] = view ? [view.widthMm, view.heightMm] : [size[facing === "front" ? 0 : 1], size[2]];
  const s = Math.min((WIDE - 4) / Math.max(wMm, 1e-6), (HIGH - 4) / Math.max(hMm, 1e-6));
  // A thin piece is still seen.
  const [w, h] = [Math.max(6, wMm * s), Math.max(6, hMm * s)];
  const box = { x: (WIDE - w) / 2, y: HIGH - 2 - h, w, h };
  const outline = view ? ringsPath(view.outline, box.x, box.y + box.h, s) : rect(box);
  const zones = zoneBoxes(box, shown);
  return (
    <svg width={WIDE} height={HIGH} aria-hidden="true" className={`block ${faint ? "opacity-45" : ""}`}>
      <clipPath id={id}>
        <path d={outline} clipRule="evenodd" />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        <path d={rect(box)} fill={looks.flat} />
        {INSIDE.map((zone) => (
          <path key={zone} d={zones[zone].map(rect).join("")} fill={looks[zone]} />
        ))}
        {touches && <path d={TOUCHES[touches].flatMap((z) => zones[z].map(rect)).join("")} fill={hatchFill("chosen")} opacity="0.6" />}
      </g>
      <path d={outline} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
    </svg>
  );
});

/** Zones that the roles of a recipe are drawn on. */
export const zonesOf = (roles: readonly Role[]): ReadonlySet<Zone> => new Set(roles.flatMap((r) => TOUCHES[r]));
