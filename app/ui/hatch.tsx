/** One hatch per meaning, with a key. Patterns are defined once in the frame. */
const HATCHES = {
  lines: "layer lines that show",
  brush: "lines a dry brush will catch",
  covered: "not visible",
  chosen: "selected below",
  setting: "setting or drying",
  thinner: "thinner",
  reckoned: "calculated: rebuilt automatically",
} as const;
export type HatchKind = keyof typeof HATCHES;

export const hatchFill = (kind: HatchKind): string => `url(#hatch-${kind})`;

export function HatchDefs() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true" focusable="false">
      <defs>
        <pattern id="hatch-lines" width="4" height="4" patternUnits="userSpaceOnUse">
          <path d="M0 2h4" stroke="var(--act)" strokeWidth="1.1" />
        </pattern>
        <pattern id="hatch-brush" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v7" stroke="var(--real)" strokeWidth="1" />
        </pattern>
        <pattern id="hatch-covered" width="9" height="9" patternUnits="userSpaceOnUse">
          <path d="M0 0l9 9M9 0l-9 9" stroke="var(--rule)" strokeWidth="0.8" />
        </pattern>
        <pattern id="hatch-chosen" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(20)">
          <path d="M0 0v5" stroke="var(--ink)" strokeWidth="1.3" />
        </pattern>
        <pattern id="hatch-setting" width="10" height="10" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
          <path d="M0 0v10" stroke="var(--setting)" strokeWidth="1.3" />
        </pattern>
        <pattern id="hatch-thinner" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-30)">
          <path d="M0 0v6" stroke="var(--real)" strokeWidth="0.8" />
        </pattern>
        <pattern id="hatch-reckoned" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <path d="M0 0v6" stroke="var(--soft)" strokeWidth="1.2" />
        </pattern>
      </defs>
    </svg>
  );
}

export function HatchKey({ kinds }: { kinds: HatchKind[] }) {
  return (
    <p className="flex flex-wrap gap-x-4 text-sm text-soft">
      {kinds.map((k) => (
        <span key={k} className="inline-flex items-center gap-1.5">
          <svg width="22" height="12" aria-hidden="true">
            <rect width="22" height="12" fill={hatchFill(k)} stroke="var(--soft)" />
          </svg>
          {HATCHES[k]}
        </span>
      ))}
    </p>
  );
}
