/** Where weather and use would have marked a piece, or all that stands on a board: low, where people walk, in the lee, under drips. */
import { lazy, Suspense, useState } from "react";
import { WEATHER, type WeatherPlace, type WindFrom } from "~core/paint";
import { formatRatio } from "~core/scale";
import { Page } from "~app/shared/Page";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { useProject } from "~app/shared/scene";
import { useBoard } from "~app/shared/useBoard";
import { Choice } from "~app/ui/field";
import { useKey } from "~app/ui/keys";
import { PaintLeaves } from "../PaintLeaves";
import { OnBoard } from "./OnBoard";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

const PLACES = Object.keys(WEATHER) as WeatherPlace[];
const WINDS: readonly { value: WindFrom; label: string }[] = [
  { value: "front", label: "the front" },
  { value: "right", label: "the right" },
  { value: "back", label: "the back" },
  { value: "left", label: "the left" },
];

const ALONE = "";

export default function WeatherPage() {
  const project = useProject();
  const { part, choose } = usePartAtHand(project);
  const [place, setPlace] = useState<WeatherPlace>("low");
  const [wind, setWind] = useState<WindFrom>("front");
  const hand = useBoard();
  const { boards, board, choose: chooseBoard, placed, standings } = hand;
  const [alone, setAlone] = useState(false);
  const { ratio } = project.scene.scale;
  const step = (by: number): void => setPlace((p) => PLACES[(PLACES.indexOf(p) + by + PLACES.length) % PLACES.length]);
  useKey("j", "Next kind of place", "Paint", () => step(1));
  useKey("k", "Kind of place before", "Paint", () => step(-1));
  const stands = board !== undefined && standings.length > 0;
  const together = stands && !alone;
  return (
    <Page
      title="Weathering"
      sub="where dirt, wear and damp would be"
      cells={[
        together ? { label: "on the board", value: `${placed.length}` } : { label: "part", value: part?.name ?? "none" },
        { label: "scale", value: formatRatio(ratio) },
      ]}
    >
      <PaintLeaves />
      {!part ? (
        <p className="mt-6 max-w-prose text-soft">Add a part, and this page shows where the weather would have marked it.</p>
      ) : (
        <div className="mt-3 grid gap-6 desk:grid-cols-[1.3fr_1fr]">
          <div>
            <div className="mb-3 flex flex-wrap items-end gap-3">
              {board && stands && (
                <Choice
                  label="Show"
                  value={alone ? ALONE : board.id}
                  onChange={(id) => {
                    setAlone(id === ALONE);
                    if (id !== ALONE) chooseBoard(id);
                  }}
                  options={[...boards.map((b) => ({ value: b.id, label: `${b.name}, assembled` })), { value: ALONE, label: "one part" }]}
                />
              )}
              {!together && <PartPicker part={part} among={project.parts} choose={choose} />}
              {place === "lee" && (
                <Choice
                  label={together ? "Wind and rain come from, as one stands before the board" : "Wind and rain come from"}
                  value={wind}
                  onChange={setWind}
                  options={WINDS}
                />
              )}
            </div>
            {together ? (
              <OnBoard hand={hand} place={place} wind={wind} />
            ) : (
              <>
                <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
                  <Turntable key={part.id} of={part} className="h-[380px]" coloured={{ by: { kind: "weather", place, wind, ratio } }} />
                </Suspense>
                <p className="text-sm text-soft">
                  The redder, the likelier. As the file stands it, at {formatRatio(ratio)}; what stands beside it is not counted.
                  {!stands && " Put parts on the plan of Ground, and this page shows them together."}
                </p>
              </>
            )}
          </div>
          <div>
            <ul aria-label="Kind of place">
              {PLACES.map((p) => (
                <li key={p} className="border-b border-rule">
                  <button
                    aria-pressed={p === place}
                    className={`block min-h-[44px] w-full px-2 py-2 text-left ${p === place ? "bg-board" : "hover:bg-board"}`}
                    onClick={() => setPlace(p)}
                  >
                    <span className={p === place ? "font-semibold" : ""}>{WEATHER[p].label}</span>
                    {p === place && <span className="block">{WEATHER[p].does}</span>}
                  </button>
                  {p === place && (
                    <ul className="list-disc pb-2 pl-7">
                      {WEATHER[p].how.map((line) => (
                        <li key={line}>{line}</li>
                      ))}
                    </ul>
                  )}
                </li>
              ))}
            </ul>
            <p className="mt-2 text-sm text-soft">
              Common practice, no source. Let dry what you judge: weak stains are strong while wet. Put matt over washes and powders last,
              or leave powders bare where nobody touches them.
            </p>
          </div>
        </div>
      )}
    </Page>
  );
}
