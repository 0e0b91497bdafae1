/** The exposure diary: what was in the air, how long, what aired. */
import { format } from "date-fns";
import { useMemo } from "react";
import { AIRED, CARE_FIRST, type Aired } from "~core/care";
import { exposureOf, type ExposureRow } from "~core/look";
import { formatDuration } from "~core/units";
import { Section } from "~app/shared/Page";
import { useNow, useOthers, useProject } from "~app/shared/scene";
import { Sideways } from "~app/ui/sideways";

const airedWords = (aired: ExposureRow["aired"]): string =>
  Object.entries(aired)
    .sort(([, a], [, b]) => b - a)
    .map(([by, s]) => `${by === "not said" ? "not said" : AIRED[by as Aired]} ${formatDuration(s)}`)
    .join(", ");

export function Exposure() {
  const project = useProject();
  const others = useOthers();
  const now = useNow();
  const rows = useMemo(
    () =>
      exposureOf(
        [project, ...others].flatMap((p) => p.records),
        now,
      ),
    [project, others, now],
  );
  if (rows.length === 0) return null;
  return (
    <Section title="What was in the air">
      <Sideways label="Exposure diary">
        <table className="plain" aria-label="What was in the air">
          <thead>
            <tr>
              <th>What</th>
              <th>7 days</th>
              <th>30 days</th>
              <th>In all</th>
              <th>What aired</th>
              <th>Last</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.id}>
                <td className="font-semibold">{r.what}</td>
                <td>{formatDuration(r.weekS)}</td>
                <td>{formatDuration(r.monthS)}</td>
                <td>
                  {formatDuration(r.allS)}
                  {r.untimed > 0 && <span className="block text-sm text-soft">and {r.untimed} not timed</span>}
                </td>
                <td>{airedWords(r.aired)}</td>
                <td className="whitespace-nowrap">{format(r.last, "d MMM yyyy")}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <p className="mt-1 max-w-prose text-sm text-soft">
        Time of your hands at steps with these cautions, in all scenes at work. Say what aired at an entry of the strip, or while it is in
        hand. No limit is given here: {CARE_FIRST.charAt(0).toLowerCase() + CARE_FIRST.slice(1)}
      </p>
    </Section>
  );
}
