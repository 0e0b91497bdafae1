/** What a part is: name, copies and counts, size and unit, what its mesh says; all editable where it stands. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { meshRequest } from "~core/results";
import { formatArea, formatMm, formatVolume, readAsSides } from "~core/units";
import { FILE_UNIT_MM, unitQuestion, UNSTATED, type FileUnit } from "~core/mesh";
import { failedCount, goodCount } from "~core/plan";
import { LIMITS, partAreaMm2, partSizeMm, partVolumeMm3, type Part, rescaleFactor, type Axis } from "~core/project";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, parseCount, ParsedField, parseName, readAsPercent } from "~app/ui/field";
import { desk } from "~app/data/results.client";
import { sayProblem } from "~app/ui/sayProblem";

const UNIT_WORDS: Record<FileUnit, string> = {
  um: "micrometres",
  mm: "millimetres",
  cm: "centimetres",
  m: "metres",
  in: "inches",
  ft: "feet",
};

export function PartFacts({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const navigate = useNavigate();
  const [axis, setAxis] = useState<Axis>("height");
  const size = partSizeMm(part);
  const good = goodCount(part, project.records),
    failed = failedCount(part, project.records);
  const { source } = part;

  const changeUnit = async (unit: FileUnit): Promise<void> => {
    if (source.kind !== "mesh") return;
    // Measured first: a unit that makes a part of no possible size is refused before it is stored.
    const measured = await desk.get(meshRequest({ ...source, unit }));
    if (!measured.ok) return void sayProblem(measured.problem);
    void run("part.unit", { partId: part.id, unit });
  };

  return (
    <div className="grid gap-x-8 gap-y-3 tab:grid-cols-2 desk:grid-cols-3">
      <ParsedField
        label="Name"
        text={part.name}
        parse={parseName}
        onCommit={(name) => run("field.set", { of: "part", id: part.id, change: { name: name } })}
      />
      <ParsedField
        label="Copies needed"
        text={String(part.copies)}
        parse={parseCount(LIMITS.copies)}
        onCommit={(copies) => run("field.set", { of: "part", id: part.id, change: { copies: copies } })}
      />
      <div className="flex gap-3">
        <ParsedField
          className="flex-1"
          label="Printed before, good"
          text={String(part.goodBefore)}
          parse={parseCount(LIMITS.pieces)}
          onCommit={(goodBefore) => run("field.set", { of: "part", id: part.id, change: { goodBefore: goodBefore } })}
        />
        <ParsedField
          className="flex-1"
          label="Printed before, failed"
          text={String(part.failedBefore)}
          parse={parseCount(LIMITS.pieces)}
          onCommit={(failedBefore) => run("field.set", { of: "part", id: part.id, change: { failedBefore: failedBefore } })}
        />
      </div>
      <div className="flex gap-3">
        <Choice
          className="w-28"
          label="Rescale by"
          value={axis}
          onChange={setAxis}
          options={[
            { value: "height", label: "height" },
            { value: "width", label: "width" },
            { value: "depth", label: "depth" },
          ]}
        />
        <ParsedField
          className="flex-1"
          label="Target size"
          text={`${(part.factor * 100).toFixed((part.factor * 100) % 1 ? 1 : 0)} %`}
          placeholder="2 m, 120 mm or 85 %"
          parse={(t) => rescaleFactor(t, axis, size, part.factor, project.scene.scale.ratio)}
          readAs={(factor) => `${readAsPercent(factor * 100)} of the file: ${readAsSides(size.map((v) => (v * factor) / part.factor))}`}
          onCommit={(factor) => run("part.rescale", { partId: part.id, factor })}
        />
      </div>
      {source.kind === "mesh" && (
        <div>
          <Choice
            label="Unit of the file"
            value={source.unit}
            onChange={(u) => void changeUnit(u)}
            options={(Object.keys(FILE_UNIT_MM) as FileUnit[]).map((u) => ({ value: u, label: UNIT_WORDS[u] }))}
          />
          <p className="mt-1 text-sm text-soft">{source.unitReason}</p>
          {source.unitReason === UNSTATED.reason &&
            unitQuestion(Math.max(...source.report.bounds.size))?.choices.map((c) => (
              <button key={c.unit} className="btn mt-1 mr-2" onClick={() => void changeUnit(c.unit)}>
                {c.readAs}
              </button>
            ))}
        </div>
      )}
      <ParsedField
        label="Notes"
        text={part.notes}
        parse={(t) =>
          t.length <= 5000 ? { ok: true, value: t } : { ok: false, problem: { code: "long", message: "At most 5000 characters." } }
        }
        onCommit={(notes) => run("field.set", { of: "part", id: part.id, change: { notes: notes } })}
      />
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 tab:col-span-2">
        <dt className="text-soft">size</dt>
        <dd>{size.map((v) => formatMm(v)).join(" × ")}</dd>
        <dt className="text-soft">volume, area</dt>
        <dd>
          {source.kind === "mesh" && !source.report.watertight ? "open mesh, volume approximate: " : ""}
          {formatVolume(partVolumeMm3(part))}, {formatArea(partAreaMm2(part))} to paint
        </dd>
        <dt className="text-soft">count</dt>
        <dd>
          {good + failed} printed, {good} good of {part.copies} needed, {failed} failed, {Math.max(0, part.copies - good)} to print
        </dd>
        {source.kind === "mesh" && (
          <>
            <dt className="text-soft">mesh</dt>
            <dd>
              {source.report.triangles.toLocaleString("en")} triangles, {source.report.shells}{" "}
              {source.report.shells === 1 ? "body" : "bodies"},{" "}
              {source.report.watertight
                ? "watertight"
                : `${source.report.boundaryEdges} open and ${source.report.nonManifoldEdges} edges with more than two facets`}
              {source.report.flippedTriangles > 0 ? `, ${source.report.flippedTriangles} turned` : ""}
            </dd>
            <dt className="text-soft">file</dt>
            <dd className="break-all">{source.fileName}</dd>
          </>
        )}
      </dl>
      <button
        className="btn self-end"
        onClick={() => {
          run("parts.delete", { partIds: [part.id] });
          void navigate(`/s/${project.scene.id}/parts`);
        }}
      >
        Delete this part
      </button>
    </div>
  );
}
