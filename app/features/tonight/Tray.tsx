/** The tray: how many pieces of each kind have got how far; a tap moves one on. */
import { scaleLinear } from "d3";
import { memo } from "react";
import { sameFields } from "~core/derive";
import { trackOf, type Tonight, type Track } from "~core/plan";
import type { Part, Tally } from "~core/project";
import { useActions, useProject } from "~app/shared/scene";
import { Silhouette } from "~app/shared/Silhouette";
import { hatchFill } from "~app/ui/hatch";

const STAGES: (keyof Tally & keyof Track)[] = ["fitted", "primed", "painted", "placed"];
const WIDE = 72;

const Bar = memo(function Bar({ count, of }: { count: number; of: number }) {
  const x = scaleLinear([0, Math.max(1, of)], [0, WIDE]).clamp(true);
  return (
    <svg width={WIDE + 2} height="16" aria-hidden="true" className="shrink-0">
      <rect x="1" y="1" width={x(count)} height="14" fill={count >= of ? "var(--ink)" : hatchFill("reckoned")} />
      <rect x="1" y="1" width={WIDE} height="14" fill="none" stroke="var(--ink)" />
    </svg>
  );
});

export function Tray({ model }: { model: Tonight }) {
  const project = useProject();
  return (
    <div className="overflow-x-auto">
      <table className="plain" data-testid="tray">
        <thead>
          <tr>
            <th>Part</th>
            <th className="text-right">needed</th>
            <th>printed</th>
            {STAGES.map((s) => (
              <th key={s}>{s}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {project.parts.map((part) => (
            <TrayRow key={part.id} part={part} track={trackOf(part, project, model.now, model)} />
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-soft">Tap to move one more piece on. Finished steps are counted automatically.</p>
    </div>
  );
}

interface TrayRowProps {
  part: Part;
  track: Track;
}

// Of two hundred rows one tap changes one.
const TrayRow = memo(
  function TrayRow({ part, track }: TrayRowProps) {
    const { run } = useActions();
    return (
      <tr>
        <td>
          <span className="flex items-center gap-2 font-semibold">
            <Silhouette part={part} />
            {part.name}
          </span>
        </td>
        <td className="text-right">{track.needed}</td>
        <td>
          <span className="flex items-center gap-1">
            <Bar count={Math.min(track.needed, track.good)} of={track.needed} /> {track.good}
          </span>
        </td>
        {STAGES.map((stage) => {
          const count = track[stage];
          return (
            <td key={stage}>
              <button
                className="flex min-h-[44px] items-center gap-1 hover:bg-board disabled:opacity-60"
                disabled={count >= track.needed}
                aria-label={`${part.name}: one more ${stage}, ${count} of ${track.needed}`}
                onClick={() =>
                  void run("field.set", { of: "part.tally", id: part.id, change: { [stage]: Math.min(track.needed, count + 1) } })
                }
              >
                <Bar count={count} of={track.needed} /> {count}
              </button>
            </td>
          );
        })}
      </tr>
    );
  },
  (a, b) => a.part === b.part && sameFields(a.track, b.track),
);
