/** The raking strip: the surface's profile under low light, before and after every stage, with what a dry brush finds as a band. */
import { formatMm } from "~core/units";
import { BRUSH_FINDS_MM, coatOver, sandDown, sawTooth, type SchoolPlan, type Steps } from "~core/surface";
import { useWidth } from "~app/ui/useWidth";

interface Row {
  label: string;
  leavesMm: number;
  profile: Float64Array;
}

const SAMPLES = 480;
const ROW = 46;

/** Profiles after each stage of a school, computed stage upon stage. */
export function stripRows(steps: Steps, plan: SchoolPlan, widthMm: number): Row[] {
  let profile = sawTooth(steps.cuspMm, steps.pitchMm, widthMm, SAMPLES);
  const rows: Row[] = [{ label: "printed", leavesMm: steps.cuspMm, profile }];
  for (const [i, stage] of plan.stages.entries()) {
    profile = stage.sanding
      ? sandDown(profile, stage.leavesMm)
      : settle(coatOver(profile, stage.filmMm, solidsOf(rows.at(-1)!.leavesMm, stage.leavesMm), steps.pitchMm), stage.leavesMm);
    rows.push({ label: stage.sanding ? "sanded" : `coat ${i + 1}`, leavesMm: stage.leavesMm, profile });
  }
  return rows;
}

const solidsOf = (before: number, after: number): number => Math.min(0.95, Math.max(0.05, 1 - after / Math.max(before, 1e-6)));

/** The profile's own shape at exactly the height that the sums say is left. */
function settle(profile: Float64Array, leavesMm: number): Float64Array {
  const low = Math.min(...profile),
    high = Math.max(...profile);
  return high > low ? profile.map((v) => ((v - low) / (high - low)) * leavesMm) : profile.map(() => 0);
}

export function RakingStrip({ steps, plan }: { steps: Steps; plan: SchoolPlan }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const widthMm = Math.min(12, Math.max(2, steps.pitchMm * 8));
  const rows = stripRows(steps, plan, widthMm);
  const left = 84,
    right = 84;
  const x = (i: number): number => left + (i / (SAMPLES - 1)) * (width - left - right);
  // Heights are drawn larger than lengths, or a fifth of a millimetre would be a hairline; the factor is said below.
  const tall = (ROW - 14) / Math.max(steps.cuspMm, 0.05);
  const stretch = tall / ((width - left - right) / widthMm);
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height={rows.length * ROW + 4}
          role="img"
          aria-label={`Profile of the surface: ${rows.map((r) => `${r.label} ${formatMm(r.leavesMm)}`).join(", ")}`}
        >
          {rows.map((r, i) => {
            const base = (i + 1) * ROW - 4;
            const low = Math.min(...r.profile);
            let d = "";
            for (let k = 0; k < SAMPLES; k++)
              d += `${k === 0 ? "M" : "L"}${x(k).toFixed(1)} ${(base - (r.profile[k] - low) * tall).toFixed(1)}`;
            return (
              <g key={i}>
                <rect
                  x={left}
                  y={base - BRUSH_FINDS_MM * tall}
                  width={width - left - right}
                  height={BRUSH_FINDS_MM * tall}
                  fill="var(--setting)"
                  opacity="0.4"
                />
                <path d={d} fill="none" stroke="var(--ink)" strokeWidth="1.2" />
                <text x="0" y={base - 4} fontSize="14.5" fill="var(--ink)" fontWeight={i === rows.length - 1 ? 600 : 400}>
                  {r.label}
                </text>
                <text
                  x={width}
                  y={base - 4}
                  textAnchor="end"
                  fontSize="14.5"
                  fill="var(--ink)"
                  fontWeight={i === rows.length - 1 ? 600 : 400}
                >
                  {Math.round(r.leavesMm * 1000)} µm
                </text>
              </g>
            );
          })}
        </svg>
      )}
      <p className="text-sm text-soft">
        {widthMm.toFixed(1)} mm across, heights drawn {stretch.toFixed(0)} times; above the shaded band a dry brush finds it.
      </p>
    </div>
  );
}
