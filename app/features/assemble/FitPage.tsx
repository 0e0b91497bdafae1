/** What must move or come apart after paint: the room that is left, drawn true to scale, and the chance that all of it goes. */
import { useMemo, useState } from "react";
import { fitsAfterPaint, GOOD_CHANCE, type FitAfterPaint } from "~core/plan";
import { MEET_HOW } from "~core/joint";
import { formatMm, type Reasons } from "~core/units";
import { Page } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { Key, useKey } from "~app/ui/keys";
import { Sideways } from "~app/ui/sideways";
import { Why } from "~app/ui/why";
import { AssembleLeaves } from "./AssembleLeaves";
import { Lens } from "./Lens";

const percent = (chance: number): string => (chance > 0.995 ? "over 99 %" : chance < 0.005 ? "under 1 %" : `${Math.round(chance * 100)} %`);
const nameOf = ({ a, b }: FitAfterPaint): string => `${a.name} in ${b.name}`;

export default function FitPage() {
  const project = useProject();
  const fits = useMemo(() => fitsAfterPaint(project), [project]);
  const [at, setAt] = useState<string | null>(null);
  const [masked, setMasked] = useState(false);
  const i = Math.max(
    0,
    fits.findIndex((f) => f.meeting.id === at),
  );
  const fit = fits.at(i);
  const step = (by: number): void => setAt(fits[(i + by + fits.length) % fits.length].meeting.id);
  useKey("j", "Next joint", "Assemble", () => step(1), fits.length > 1);
  useKey("k", "Joint before", "Assemble", () => step(-1), fits.length > 1);
  useKey("m", "Mask the faces", "Assemble", () => setMasked((m) => !m), fits.length > 0);
  const doubtful = fits.filter((f) => f.painted.chanceAll < GOOD_CHANCE).length;
  return (
    <Page
      title="Fit after paint"
      sub="room that is drawn, less what the print and the paint take"
      cells={[
        { label: "joints", value: fits.length },
        { label: "in doubt", value: doubtful > 0 ? <span className="note-act">▲ {doubtful}</span> : "none" },
      ]}
    >
      <AssembleLeaves />
      {fit === undefined ? (
        <p className="mt-6 max-w-prose text-soft">
          Say at Surface, tab Seams and fits, which parts meet and how wide the seam is. Here you see then whether they still go together
          once they are painted.
        </p>
      ) : (
        <>
          <Verdict fit={fit} masked={masked} />
          <Lens fit={fit} masked={masked} />
          <p className="mt-2">
            <button className="btn" aria-pressed={masked} onClick={() => setMasked((m) => !m)}>
              {masked ? "Paint the faces" : "Mask the faces"} <Key k="m" />
            </button>
          </p>
          <Sideways label="Joints">
            <table className="plain mt-4">
              <thead>
                <tr>
                  <th>Joint</th>
                  <th>How</th>
                  <th>Room a side</th>
                  <th>After paint</th>
                  <th>All go</th>
                  <th>All go, masked</th>
                  <th>Room that would do</th>
                </tr>
              </thead>
              <tbody>
                {fits.map((f) => (
                  <tr key={f.meeting.id} className={f === fit ? "bg-board" : ""}>
                    <td>
                      <button
                        className="min-h-[44px] text-left font-semibold underline underline-offset-2"
                        aria-current={f === fit ? "true" : undefined}
                        onClick={() => setAt(f.meeting.id)}
                      >
                        {nameOf(f)}
                      </button>
                    </td>
                    <td>
                      {MEET_HOW[f.meeting.how]}
                      {f.asked.count > 1 ? ` ×${f.asked.count}` : ""}
                    </td>
                    <td>{formatMm(f.asked.nominalMm)}</td>
                    <td>{f.painted.roomMm < 0 ? <span className="note-act">▲ bites</span> : formatMm(f.painted.roomMm)}</td>
                    <td>
                      {f.painted.chanceAll < GOOD_CHANCE ? (
                        <span className="note-act">▲ {percent(f.painted.chanceAll)}</span>
                      ) : (
                        percent(f.painted.chanceAll)
                      )}
                    </td>
                    <td>{percent(f.masked.chanceAll)}</td>
                    <td>
                      {formatMm(Math.ceil(f.wantedMm * 100) / 100)} <Why of={`the chance of ${nameOf(f)}`} reasons={reasonsOf(f)} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
        </>
      )}
    </Page>
  );
}

function Verdict({ fit, masked }: { fit: FitAfterPaint; masked: boolean }) {
  const { painted, masked: bare, asked, wantedMm } = fit;
  const now = masked ? bare : painted;
  const good = now.chanceAll >= GOOD_CHANCE;
  const all = asked.count > 1 ? `all ${asked.count}` : "it";
  return (
    <p className={`mt-3 max-w-prose text-lg ${good ? "font-semibold" : "note-act"}`} aria-live="polite" data-testid="fit-verdict">
      {good ? "" : "▲ "}
      {nameOf(fit)}: {all} will go with a chance of {percent(now.chanceAll)}
      {masked ? ", its faces masked" : ""}.{" "}
      {!good &&
        (!masked && bare.chanceAll >= GOOD_CHANCE
          ? "Mask the faces that meet before the first coat."
          : `Draw ${formatMm(Math.ceil(wantedMm * 100) / 100)} of room a side, or rub the faces down after paint and try it before the varnish.`)}
    </p>
  );
}

const reasonsOf = ({ asked, fits, meeting }: FitAfterPaint): Reasons => ({
  formula:
    "Room as drawn − what prints come out too large − films of both faces. The chance that this is more than it needs, for all copies at once: what the printer is off by is the same for all of them.",
  inputs: [
    { name: "room a side, half the seam", value: formatMm(asked.nominalMm) },
    { name: "too large, a side", value: `${asked.biasMm.toFixed(2)} mm, sure to ${asked.biasSpreadMm.toFixed(2)} mm` },
    { name: "pieces differ by", value: `${asked.spreadMm.toFixed(2)} mm` },
    {
      name: "films",
      value: asked.filmsMm.length > 0 ? asked.filmsMm.map((f) => `${f.toFixed(3)} mm`).join(" and ") : "none: painted once it is together",
    },
    { name: "needs", value: formatMm(asked.needMm) },
  ],
  assumptions: [
    fits > 0
      ? { text: `From ${fits} dry ${fits === 1 ? "fit" : "fits"} of this printer, and what is usual`, kind: "own record" }
      : { text: "What is usual of a printer: record dry fits, and it is yours", kind: "practice" },
    { text: `${meeting.how === "moves" ? "What moves" : "What is put together"} needs ${formatMm(asked.needMm)} a side`, kind: "practice" },
    { text: "The seam's width, as set at Seams and fits", kind: "typed" },
  ],
});
