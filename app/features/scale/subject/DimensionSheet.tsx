/** Sizes of the real thing with where they come from; the model's size beside each; contradictions and parts that are off. */
import { useState } from "react";
import { Link } from "react-router";
import { formatMm, parseLength, readAsReal } from "~core/units";
import { choicesOf, LIMITS, partSizeMm } from "~core/project";
import {
  AXES,
  checkDimensions,
  contradictions,
  FIDELITY_LIMIT,
  SURENESS,
  type Axis,
  type RealDimension,
  type Sureness,
} from "~core/subject";
import { newId, useActions, type RunCommand, useProject } from "~app/shared/scene";
import { Choice, ParsedField } from "~app/ui/field";
import { ReadingNote } from "~app/ui/reading";
import { Sideways } from "~app/ui/sideways";

const sureOptions = (Object.keys(SURENESS) as Sureness[]).map((s) => ({ value: s, label: SURENESS[s].label }));

export function DimensionSheet() {
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const sheet = scene.dimensions;
  const set = (key: string, change: Partial<RealDimension>) => run("list.set", { list: "scene.dimensions", key, change });
  const clashes = contradictions(sheet);
  const clashing = new Set(clashes.flatMap((c) => c.ids));
  const off = parts.flatMap((part) =>
    checkDimensions(part.id, partSizeMm(part), scene.scale.ratio, sheet)
      .filter((c) => Math.abs(c.off) > FIDELITY_LIMIT[choicesOf(part, scene).fidelity] && !c.unsure)
      .map((c) => ({ part, ...c })),
  );
  return (
    <>
      {clashes.map((c) => (
        <p key={c.ids.join()} className="note-act">
          ▲ {c.message}
        </p>
      ))}
      {off.map((c) => (
        <p key={c.part.id + c.dimension.id} className="note-act">
          ▲{" "}
          <Link to={`/s/${scene.id}/parts/${c.part.id}`} className="link">
            {c.part.name}
          </Link>{" "}
          is {Math.abs(c.off * 100).toFixed(1)} % too {c.off > 0 ? "large" : "small"} in {c.dimension.axis}: {formatMm(c.haveMm)} instead of{" "}
          {formatMm(c.wantMm)}. Print it at {(100 / (1 + c.off)).toFixed(1)} % of its current size.
        </p>
      ))}
      {sheet.length === 0 && (
        <p className="max-w-2xl text-soft">
          Enter real dimensions and get model sizes: “mill house, height, 6.6 m, from the survey plan” is{" "}
          {formatMm(6600 / scene.scale.ratio)} here. One known axis is often enough to scale the whole building. Two that contradict each
          other are pointed out.
        </p>
      )}
      {sheet.length > 0 && (
        <Sideways label="Real dimensions" className="mt-1">
          <table className="plain min-w-[52rem]">
            <thead>
              <tr>
                <th>What</th>
                <th>Axis</th>
                <th>Real</th>
                <th>Model</th>
                <th>Source</th>
                <th>Certainty</th>
                <th>Inside</th>
                <th>Part, and how it compares</th>
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {sheet.map((d) => {
                const part = parts.find((p) => p.id === d.partId);
                const check = part && checkDimensions(part.id, partSizeMm(part), scene.scale.ratio, [d])[0];
                return (
                  <tr key={d.id}>
                    <td className={clashing.has(d.id) ? "note-act" : "font-semibold"}>
                      {clashing.has(d.id) && "▲ "}
                      {d.name}
                    </td>
                    <td>{d.axis}</td>
                    <td className="w-28">
                      <ParsedField
                        hideLabel
                        label={`${d.name}, real ${d.axis}`}
                        text={d.text}
                        parse={(t) => parseLength(t, "m")}
                        readAs={({ mm }) => readAsReal(mm)}
                        onCommit={({ mm }, text) => set(d.id, { mm, text: text.trim().slice(0, 60) })}
                      />
                    </td>
                    <td className="whitespace-nowrap font-semibold">{formatMm(d.mm / scene.scale.ratio)}</td>
                    <td className="text-soft">{d.source}</td>
                    <td>
                      <Choice
                        className="w-36"
                        hideLabel
                        label="Certainty"
                        value={d.sure}
                        onChange={(sure) => set(d.id, { sure })}
                        options={sureOptions}
                      />
                    </td>
                    <td>
                      <Choice
                        className="w-32"
                        hideLabel
                        label="Inside"
                        value={d.within ?? ""}
                        onChange={(within) => set(d.id, { within: within || null })}
                        options={[
                          { value: "", label: "–" },
                          ...sheet.filter((o) => o.id !== d.id && o.axis === d.axis).map((o) => ({ value: o.id, label: o.name })),
                        ]}
                      />
                    </td>
                    <td>
                      <Choice
                        className="w-36"
                        hideLabel
                        label="Part"
                        value={d.partId ?? ""}
                        onChange={(partId) => set(d.id, { partId: partId || null })}
                        options={[{ value: "", label: "–" }, ...parts.map((p) => ({ value: p.id, label: p.name }))]}
                      />
                      {check && (
                        <span className="text-sm text-soft">
                          {formatMm(check.haveMm)}, {check.off >= 0 ? "+" : "−"}
                          {Math.abs(check.off * 100).toFixed(1)} %
                        </span>
                      )}
                    </td>
                    <td>
                      <button
                        className="btn-text"
                        aria-label={`Remove ${d.name}`}
                        onClick={() => void run("list.drop", { list: "scene.dimensions", keys: [d.id] })}
                      >
                        ✕
                      </button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </Sideways>
      )}
      <NewDimension onAdd={(d) => run("list.add", { list: "scene.dimensions", items: [d] })} />
    </>
  );
}

function NewDimension({ onAdd }: { onAdd: (d: RealDimension) => ReturnType<RunCommand> }) {
  const [name, setName] = useState("");
  const [axis, setAxis] = useState<Axis>("height");
  const [size, setSize] = useState("");
  const [source, setSource] = useState("");
  const [sure, setSure] = useState<Sureness>("drawing");
  const [wrong, setWrong] = useState<string | null>(null);
  const add = (): void => {
    const mm = parseLength(size, "m");
    if (!name.trim()) return setWrong("Enter what it measures: wall, door, wheel.");
    if (!mm.ok) return setWrong(mm.problem.message);
    if (!(mm.value.mm > 0)) return setWrong("Enter a size above zero.");
    void onAdd({
      id: newId(),
      name: name.trim().slice(0, LIMITS.name),
      axis,
      mm: mm.value.mm,
      text: size.trim().slice(0, 60),
      source: source.trim().slice(0, 200),
      sure,
      within: null,
      partId: null,
    }).then((done) => {
      if (!done.ok) return setWrong(done.problem.message);
      setName("");
      setSize("");
      setWrong(null);
    });
  };
  const field = (label: string, value: string, change: (v: string) => void, placeholder: string, id: string) => (
    <div>
      <label className="label block" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className="field"
        value={value}
        placeholder={placeholder}
        autoComplete="off"
        onChange={(e) => {
          change(e.target.value);
          setWrong(null);
        }}
      />
    </div>
  );
  return (
    <form
      className="mt-3 grid items-end gap-2 tab:grid-cols-3 desk:grid-cols-6"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      {field("What", name, setName, "front door", "dim-name")}
      <Choice label="Axis" value={axis} onChange={setAxis} options={AXES.map((a) => ({ value: a, label: a }))} />
      {field("Real size", size, setSize, "2.03 m or 6' 8\"", "dim-size")}
      {field("Source", source, setSource, "survey plan, 1911", "dim-source")}
      <Choice label="Certainty" value={sure} onChange={setSure} options={sureOptions} />
      <button className="btn btn-solid" type="submit">
        Add to the sheet
      </button>
      {wrong && (
        <p role="alert" className="text-act tab:col-span-3 desk:col-span-6">
          {wrong}
        </p>
      )}
      {size.trim() !== "" && !wrong && (
        <div className="tab:col-span-3 desk:col-span-6">
          <ReadingNote parsed={parseLength(size, "m")} readAs={({ mm }) => readAsReal(mm)} onPick={setSize} />
        </div>
      )}
    </form>
  );
}
