/** Real details at the scene's scale on each process that the user has: prints, drowns in primer, or vanishes, and what saves it. */
import { formatMm, formatReal } from "~core/units";
import { DETAIL_FLOORS, judgeFeature, PRIMER_FILM_MM, REAL_FEATURES, type Process } from "~core/scale";
import { Why } from "~app/ui/why";
import { Sideways } from "~app/ui/sideways";

const PROCESS_WORDS: Record<Process, string> = { fdm: "Filament", resin: "Resin" };
const MARK = { prints: "●", drowns: "◐", vanishes: "○" };
const WORD = { prints: "prints", drowns: "drowns in primer", vanishes: "vanishes" };

export function DetailTable({ ratio, processes }: { ratio: number; processes: Process[] }) {
  return (
    <>
      <Sideways label="Details">
        <table className="plain">
          <thead>
            <tr>
              <th>Detail</th>
              <th>Model</th>
              {processes.map((p) => (
                <th key={p}>{PROCESS_WORDS[p]}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {REAL_FEATURES.map((f) => (
              <tr key={f.name} title={f.source}>
                <td>
                  {f.name}, <span className="text-real">{formatReal(f.realMm)}</span>
                </td>
                <td className="font-semibold">{formatMm(f.realMm / ratio)}</td>
                {processes.map((p) => {
                  const v = judgeFeature(f.realMm, ratio, f.floor, p);
                  return (
                    <td key={p} className={v.verdict === "prints" ? "" : "text-soft"}>
                      <span aria-hidden="true">{MARK[v.verdict]} </span>
                      {v.verdict === "prints" && v.just ? "just prints" : WORD[v.verdict]}
                      {v.exaggeration > 1 && <span className="whitespace-nowrap text-ink">; ×{v.exaggeration.toFixed(1)} saves it</span>}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <p className="flex flex-wrap items-center gap-2 text-soft">
        Raised edges are oversized on purpose: at true scale they would not be seen.
        <Why
          of="What prints"
          reasons={{
            formula:
              "model size = real ÷ ratio; a detail prints if it reaches the smallest size for its kind; a groove between half that size and that size prints but fills with primer",
            inputs: [
              ...DETAIL_FLOORS.map((f) => ({ name: f.feature, value: `filament ${f.mm.fdm} mm, resin ${f.mm.resin} mm` })),
              { name: "primer and base coat, both faces", value: formatMm(PRIMER_FILM_MM) },
            ],
            assumptions: [{ text: "Smallest sizes after primer; your own test print replaces them.", kind: "practice" }],
          }}
        />
      </p>
    </>
  );
}
