/** The parts of a group pulled apart in front view, their joints numbered; a number opens its joint. */
import { useNavigate } from "react-router";
import { HOLDS, type Joint, type JointHow } from "~core/joint";
import { pulledApart, type Link, type PlacedPiece } from "~core/look";
import { partSizeMm, type Part } from "~core/project";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { useOutline } from "~app/shared/useSheet";
import { hatchFill } from "~app/ui/hatch";
import { useWidth } from "~app/ui/useWidth";
import { PRIORITY } from "../../../../workers/pool";

const HIGH = 300;
const BUBBLE = 13;
/** Below the lowest piece: what it stands on. */
const FOOT = 44;

/** How a joint is drawn: solid where it is glued, dashed where it comes apart, double where it moves, dotted where it is never glued. */
const lineOf = (how: JointHow): { dash?: string; double?: true } =>
  how === "never" ? { dash: "1 5" } : HOLDS[how] === "moves" ? { double: true } : HOLDS[how] === "apart" ? { dash: "7 4" } : {};

/** @param setting joints whose glue sets now */
export function PulledApart({
  parts,
  joints,
  setting,
  words,
}: {
  parts: readonly Part[];
  joints: readonly Joint[];
  setting: ReadonlySet<string>;
  words: (j: Joint) => string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const navigate = useNavigate();
  const sizes = parts.map((p) => {
    const [wideMm, , highMm] = partSizeMm(p);
    return { id: p.id, wideMm, highMm };
  });
  const wide = Math.max(280, width);
  const drawn = pulledApart(sizes, joints, wide - 8, HIGH);
  const open = (id: string): void => void navigate(`joint?joint=${id}`);
  return (
    <div ref={ref} className="mt-3">
      <svg width="100%" height={drawn.high + FOOT} role="group" aria-label="Parts pulled apart, front view">
        <g transform="translate(4 2)">
          {drawn.pieces.map((p) => (
            <Piece key={p.id} piece={p} part={parts.find((x) => x.id === p.id)!} />
          ))}
          {drawn.links.map((l) => (
            <Joined
              key={l.jointId}
              link={l}
              joint={joints[l.n - 1]}
              setting={setting.has(l.jointId)}
              words={words(joints[l.n - 1])}
              open={() => open(l.jointId)}
            />
          ))}
        </g>
      </svg>
      <p className="text-sm text-soft">
        Front view, one scale. Solid line: glued. Dashed: comes apart. Double: moves. Press a number, or its key.
      </p>
      {parts.map(
        (p) =>
          p.neverCut && (
            <p key={p.id} className="note-act">
              ▲ Never cut on {p.name}: {p.neverCut}
            </p>
          ),
      )}
    </div>
  );
}

function Piece({ piece: { x, y, wide, high, twice }, part }: { piece: PlacedPiece; part: Part }) {
  const view = useOutline(part, true, PRIORITY.shown)?.views.find((v) => v.name === "front");
  const s = view ? Math.min(wide / Math.max(view.widthMm, 1e-6), high / Math.max(view.heightMm, 1e-6)) : 1;
  const at = twice ? [x, x + wide + 46] : [x];
  return (
    <g>
      {at.map((left) =>
        view ? (
          <path
            key={left}
            d={segmentsPath(view.outline, { x: left + (wide - view.widthMm * s) / 2, y }, s)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
        ) : (
          <rect key={left} x={left} y={y - high} width={wide} height={high} fill="none" stroke="var(--soft)" />
        ),
      )}
      <text x={x + 4} y={y + 14} fontSize="12" fill="var(--soft)">
        {part.name}
        {part.copies > 1 ? ` ×${part.copies}` : ""}
        {part.neverCut && (
          <tspan fill="var(--act)" dx="5">
            ▲
          </tspan>
        )}
      </text>
    </g>
  );
}

function Joined({
  link: { n, from, to },
  joint,
  setting,
  words,
  open,
}: {
  link: Link;
  joint: Joint;
  setting: boolean;
  words: string;
  open: () => void;
}) {
  const { dash, double } = lineOf(joint.how);
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const d = `M${from[0]} ${from[1]}L${to[0]} ${to[1]}`;
  return (
    <g>
      <path d={d} stroke="var(--ink)" strokeWidth={double ? 4 : 1.3} strokeDasharray={dash} />
      {double && <path d={d} stroke="var(--paper)" strokeWidth="1.6" />}
      <g
        role="link"
        tabIndex={0}
        aria-label={`${n}: ${words}`}
        className="cursor-pointer"
        onClick={open}
        onKeyDown={(e) => {
          if (e.key === "Enter") open();
        }}
      >
        <circle cx={x} cy={y} r={22} fill="transparent" />
        <circle cx={x} cy={y} r={BUBBLE} fill={setting ? hatchFill("setting") : "var(--paper)"} stroke="var(--ink)" strokeWidth="1.4" />
        <text x={x} y={y + 4.5} fontSize="13" fontWeight="600" textAnchor="middle" fill="var(--ink)">
          {n}
        </text>
      </g>
    </g>
  );
}
