/** Where the pieces of a part are, and how many spares to print. */
import { SPARES_UNASKED, sparesFor, TRACK_KEYS, trackOf } from "~core/plan";
import { LIMITS, optionAtHand, partSizeMm, type Part } from "~core/project";
import { useActions, useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { Why } from "~app/ui/why";
import { Sideways } from "~app/ui/sideways";

export function Tracker({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { model } = useTonight();
  const track = trackOf(part, project, model.now);
  const best = optionAtHand(part, project.scene);
  const spares = sparesFor(part, project.records, Math.max(...partSizeMm(part)), best?.facts.perPlate ?? 1);
  const tally = (key: keyof Part["tally"], n: number) =>
    run("field.set", { of: "part.tally", id: part.id, change: { [key]: Math.min(LIMITS.pieces.most, Math.max(0, n)) } });
  return (
    <>
      <Sideways label="Progress of the copies">
        <table className="plain">
          <thead>
            <tr>
              {TRACK_KEYS.map((key) => (
                <th key={key}>{key}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              {TRACK_KEYS.map((key) => (
                <td key={key} className="text-xl font-semibold">
                  {track[key]}
                  {key in part.tally && (
                    <span className="ml-2 inline-flex text-base font-normal">
                      <button
                        className="btn-text"
                        aria-label={`One less ${key}`}
                        onClick={() =>
                          void tally(key as keyof Part["tally"], Math.min(part.tally[key as keyof Part["tally"]], track[key]) - 1)
                        }
                      >
                        −
                      </button>
                      <button
                        className="btn-text"
                        aria-label={`One more ${key}`}
                        onClick={() => void tally(key as keyof Part["tally"], track[key] + 1)}
                      >
                        +
                      </button>
                    </span>
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </Sideways>
      <p className="flex flex-wrap items-center gap-2 text-soft">
        {spares.missing === 0
          ? "Enough good copies."
          : `${spares.missing} still to print${spares.spares > 0 ? `, and ${spares.spares} spare${spares.spares === 1 ? "" : "s"}` : ", no spares"}: ${spares.why}.${spares.spares > SPARES_UNASKED ? ` One spare is laid out where there is room; for more, raise the copies needed.` : ""}`}
        <Why
          of="How many spares"
          reasons={{
            formula: "smallest number that gives enough good ones nine times in ten (binomial)",
            inputs: [
              { name: "good so far", value: String(track.good) },
              { name: "failed so far", value: String(track.failed) },
              { name: "chance of a good one", value: `${Math.round(spares.goodShare * 100)} %` },
            ],
            assumptions: [
              { text: "Starts from nine good in ten, with the weight of ten prints.", kind: "practice" },
              {
                text: "Your own prints soon outweigh that. A plate that failed as a whole counts once; prints stopped by a power cut or by hand do not count.",
                kind: "own record",
              },
            ],
          }}
        />
        <span>Finished steps are counted automatically. Count anything else here.</span>
      </p>
    </>
  );
}
