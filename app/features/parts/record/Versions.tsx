/** Earlier versions of a part, and a new one from another file. */
import { useRef } from "react";
import { useRevalidator } from "react-router";
import { toast } from "sonner";
import { runJob } from "~workers/client";
import { formatMm } from "~core/units";
import { MESH_ENDINGS } from "~core/mesh";
import { partSizeMm, type Part, type PartVersion } from "~core/project";
import { meshRequest } from "~core/results";
import { desk } from "~app/data/results.client";
import { storeWithFiles } from "~app/data/edits.client";
import { useActions, useProject } from "~app/shared/scene";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";

const versionWords = (v: Pick<PartVersion, "source">): string =>
  v.source.kind === "mesh" ? v.source.fileName : v.source.kind === "typed" ? "size only" : `made of ${v.source.material}`;

export function Versions({ part }: { part: Part }) {
  const project = useProject();
  const file = useRef<HTMLInputElement>(null);
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const replace = async (from: File): Promise<void> => {
    const read = await runJob("read", { file: from, unit: null });
    if (!read.ok) return void toast.error(`${from.name}: ${read.problem.message}`);
    const { unit, parts } = read.value;
    if (parts.length > 1) toast(`${from.name} has ${parts.length} bodies; the first one was used`);
    const { hash, file: stored, report, outsideMm2, warnings } = parts[0];
    const source = {
      kind: "mesh" as const,
      hash,
      fileName: from.name.slice(0, 300),
      unit: unit.name,
      unitReason: unit.reason,
      warnings,
    };
    await desk.give([{ request: meshRequest(source), value: { report, outsideMm2 } }]);
    const payload = { partId: part.id, source, factor: part.factor, note: `replaced by ${from.name}`.slice(0, 200) };
    const done = await storeWithFiles(project.scene.id, "meshes", [{ hash, file: stored }], "part.replace", payload);
    if (done.ok) toast(done.value);
    else sayProblem(done.problem);
    await revalidate();
  };
  return (
    <>
      <FileInput
        inputRef={file}
        id="version-file"
        label="File of the new version"
        accept={MESH_ENDINGS.join(",")}
        onFiles={([f]) => void replace(f)}
      />
      <ul>
        <li className="flex min-h-[44px] items-center justify-between gap-3 border-b border-rule">
          <span className="font-semibold">
            now: {versionWords(part)},{" "}
            {partSizeMm(part)
              .map((v) => formatMm(v))
              .join(" × ")}
          </span>
          <button className="btn" onClick={() => file.current?.click()}>
            Replace with another file
          </button>
        </li>
        {[...part.versions.entries()].reverse().map(([i, v]) => (
          <li key={i} className="flex min-h-[44px] items-center justify-between gap-3 border-b border-rule">
            <span>
              {versionWords(v)}, until {new Date(v.at).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" })}:{" "}
              {v.note}
            </span>
            <button className="btn" onClick={() => run("part.restore", { partId: part.id, version: i })}>
              Restore
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft">The order of work, copies and records stay with the part in every version.</p>
    </>
  );
}
