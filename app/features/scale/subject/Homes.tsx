/** Shelves, tables, boxes, doors and boots, and whether every part, in every way it can be, goes into them. */
import { useState } from "react";
import { Link } from "react-router";
import { fail, formatMm, ok, parseSides, readAsSides, type Result } from "~core/units";
import { configurationsOf, LIMITS } from "~core/project";
import { checkHomes, CLEARANCE_MM, HOME_KINDS, type HomeKind } from "~core/subject";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { ReadingNote } from "~app/ui/reading";
import { Why } from "~app/ui/why";

/** "80 × 28 × 30 cm"; a table may have two sides, a door two. */
export function parseHomeSize(text: string, kind: HomeKind): Result<[number, number, number]> {
  const sides = parseSides(text, kind === "door" || kind === "table" ? [2, 3] : [3], "cm");
  if (!sides.ok && sides.problem.code === "size.sides")
    return fail(
      "home.size",
      kind === "door"
        ? "Enter clear width × height, such as 76 × 198 cm."
        : kind === "table"
          ? "Enter width × depth, such as 120 × 80 cm."
          : "Enter width × depth × height, such as 80 × 28 × 30 cm.",
    );
  if (!sides.ok) return sides;
  const sizes = sides.value;
  if (!sizes.every((s) => s > 0 && s < 1e5)) return fail("home.size", "Each side must be above zero and under 100 m.");
  if (kind === "door") return ok([sizes[0], 0, sizes[sizes.length - 1]]);
  return ok([sizes[0], sizes[1], sizes[2] ?? 0]);
}

export function Homes() {
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const [kind, setKind] = useState<HomeKind>("shelf");
  const [name, setName] = useState("");
  const [size, setSize] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const add = (): void => {
    const sizeMm = parseHomeSize(size, kind);
    if (!sizeMm.ok) return setWrong(sizeMm.problem.message);
    const home = { id: newId(), name: name.trim().slice(0, LIMITS.name) || `the ${kind}`, kind, sizeMm: sizeMm.value };
    void run("list.add", { list: "scene.homes", items: [home] }).then((done) => {
      if (!done.ok) return setWrong(done.problem.message);
      setName("");
      setSize("");
      setWrong(null);
    });
  };
  const bad = parts.flatMap((part) =>
    checkHomes(configurationsOf(part), scene.homes)
      .filter((v) => !v.fits)
      .map((v) => ({ part, v })),
  );
  return (
    <>
      <ul>
        {scene.homes.map((h) => (
          <li key={h.id} className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1">
            <span>
              {h.name}, {h.kind}:{" "}
              {h.sizeMm
                .filter((v) => v > 0)
                .map((v) => formatMm(v))
                .join(" × ")}
            </span>
            <button className="btn-text" onClick={() => void run("list.drop", { list: "scene.homes", keys: [h.id] })}>
              remove
            </button>
          </li>
        ))}
      </ul>
      {bad.map(({ part, v }) => (
        <p key={part.id + v.home.id + v.configuration} className="mt-1">
          <span className="note-act">
            ▲{" "}
            <Link className="link" to={`/s/${scene.id}/parts/${part.id}`}>
              {part.name}
            </Link>
          </span>{" "}
          {v.message}
        </p>
      ))}
      {scene.homes.length > 0 && parts.length > 0 && bad.length === 0 && (
        <p className="mt-1 text-soft">Every part fits everywhere it needs to.</p>
      )}
      <form
        className="mt-3 grid items-end gap-2 tab:grid-cols-4"
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <Choice label="Must fit a" value={kind} onChange={setKind} options={HOME_KINDS.map((k) => ({ value: k, label: k }))} />
        <div>
          <label className="label block" htmlFor="home-name">
            Name{" "}
          </label>
          <input
            id="home-name"
            className="field"
            value={name}
            placeholder="bench shelf"
            onChange={(e) => setName(e.target.value)}
            autoComplete="off"
          />
        </div>
        <div>
          <label className="label block" htmlFor="home-size">
            {kind === "door" ? "Width × height" : kind === "table" ? "Width × depth" : "Width × depth × height"}
          </label>
          <input
            id="home-size"
            className="field"
            value={size}
            placeholder={kind === "door" ? "76 × 198 cm" : kind === "table" ? "120 × 80 cm" : "80 × 28 × 30 cm"}
            aria-invalid={wrong !== null}
            onChange={(e) => {
              setSize(e.target.value);
              setWrong(null);
            }}
            autoComplete="off"
          />
          {size.trim() && !wrong && (
            <ReadingNote parsed={parseHomeSize(size, kind)} readAs={(s) => readAsSides(s.filter((v) => v > 0))} onPick={setSize} />
          )}
        </div>
        <button className="btn" type="submit">
          Add
        </button>
        {wrong && (
          <p role="alert" className="text-act tab:col-span-4">
            {wrong}
          </p>
        )}
      </form>
      <p className="mt-1 flex flex-wrap items-center gap-2 text-soft">
        Room for a hand is included.
        <Why
          of="Whether it fits"
          reasons={{
            formula:
              "box in box, in every orientation; on a shelf or table it stands upright, in a box or car boot it may lie down, through a door it goes lengthways",
            inputs: HOME_KINDS.map((k) => ({ name: `clearance, ${k}`, value: formatMm(CLEARANCE_MM[k]) })),
            assumptions: [{ text: "Clearance for hands.", kind: "practice" }],
          }}
        />
      </p>
    </>
  );
}
