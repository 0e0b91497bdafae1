/** The reference board: pictures and drawings of the real thing, which faces they show, and what has to be invented. */
import { useRef, useState } from "react";
import { useRevalidator } from "react-router";
import { toast } from "sonner";
import { describeScale } from "~core/scale";
import { coverage, FACES, inventedFaces, type Face, type Reference } from "~core/subject";
import { storeWithFiles } from "~app/data/edits.client";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { ScaleLeaves } from "../ScaleLeaves";
import { Choice, ParsedField } from "~app/ui/field";
import { Picture } from "~app/shared/Picture";
import { PictureProgress } from "~app/shared/PictureProgress";
import { usePictures } from "~app/shared/pictures";
import { FileInput } from "~app/ui/fileInput";
import { Sideways } from "~app/ui/sideways";
import { sayProblem } from "~app/ui/sayProblem";

const parseLine = (text: string) => ({ ok: true as const, value: text.trim().slice(0, 120) });

export default function ReferencesPage() {
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const { revalidate } = useRevalidator();
  const file = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const work = usePictures();

  const add = async (files: File[]): Promise<void> => {
    setBusy(true);
    const taken = await work.take(files);
    for (const { where, message } of taken.problems) toast.error(`${where}: ${message}`);
    const pictures = taken.pictures.map(({ hash, file }) => ({ hash, file }));
    const references = taken.pictures.map(({ hash, name }): Reference => ({
      id: newId(),
      hash,
      kind: "photo",
      title: name.replace(/\.[^.]*$/, "").slice(0, 120),
      source: "",
      shows: [],
      partId: null,
    }));
    if (references.length > 0) {
      const done = await storeWithFiles(scene.id, "pictures", pictures, "list.add", { list: "scene.references", items: references });
      if (done.ok) toast(`${references.length} picture${references.length === 1 ? "" : "s"} added, location and date removed`);
      else sayProblem(done.problem);
      await revalidate();
    }
    setBusy(false);
  };
  const set = (key: string, change: Partial<Reference>) => run("list.set", { list: "scene.references", key, change });
  const invented = inventedFaces(scene.references, null);

  return (
    <Page
      title="References"
      sub={
        scene.references.length === 0
          ? "no pictures yet"
          : invented.length
            ? `invented: ${invented.join(", ")}`
            : "every face is covered by a picture"
      }
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: describeScale(scene.scale) },
        { label: "pictures", value: String(scene.references.length) },
      ]}
    >
      <ScaleLeaves />
      <FileInput inputRef={file} id="picture-file" label="Pictures" accept="image/*" many onFiles={(files) => void add(files)} />
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button className="btn btn-solid" disabled={busy} onClick={() => file.current?.click()}>
          Add photos or drawings
        </button>
        <p className="text-soft">Kept in this browser at up to 1600 px. Location and date are removed.</p>
      </div>
      <PictureProgress work={work} />
      {scene.references.length === 0 ? (
        <p className="mt-4 max-w-2xl">
          Four photos of a mill from the road show its front and left side. Back, inside and roof are then marked as invented, so nobody
          takes them for fact later or looks for them twice.
        </p>
      ) : (
        <>
          <ul className="mt-4 grid gap-4 tab:grid-cols-2 desk:grid-cols-4">
            {scene.references.map((r) => (
              <li key={r.id} className="border border-ink p-2">
                <Picture hash={r.hash} alt={r.title || "reference"} className="h-40 w-full" />
                <ParsedField
                  className="mt-2"
                  hideLabel
                  label="Title"
                  text={r.title}
                  parse={parseLine}
                  onCommit={(title) => set(r.id, { title })}
                />
                <div className="mt-1 flex gap-1">
                  <Choice
                    className="flex-1"
                    hideLabel
                    label="Kind"
                    value={r.kind}
                    onChange={(kind) => set(r.id, { kind })}
                    options={[
                      { value: "photo", label: "photo" },
                      { value: "drawing", label: "drawing" },
                    ]}
                  />
                  <Choice
                    className="flex-1"
                    hideLabel
                    label="Of"
                    value={r.partId ?? ""}
                    onChange={(partId) => set(r.id, { partId: partId || null })}
                    options={[{ value: "", label: "whole scene" }, ...parts.map((p) => ({ value: p.id, label: p.name }))]}
                  />
                </div>
                <fieldset className="mt-1">
                  <legend className="label">Shows</legend>
                  <div className="flex flex-wrap gap-1">
                    {FACES.map((face) => (
                      <FaceToggle
                        key={face}
                        face={face}
                        on={r.shows.includes(face)}
                        toggle={() => set(r.id, { shows: r.shows.includes(face) ? r.shows.filter((f) => f !== face) : [...r.shows, face] })}
                      />
                    ))}
                  </div>
                </fieldset>
                <button className="btn-text mt-1" onClick={() => void run("list.drop", { list: "scene.references", keys: [r.id] })}>
                  remove
                </button>
              </li>
            ))}
          </ul>
          <Section title="Coverage">
            <Coverage />
          </Section>
        </>
      )}
    </Page>
  );
}

const FaceToggle = ({ face, on, toggle }: { face: Face; on: boolean; toggle: () => void }) => (
  <button
    className={`min-h-[44px] border px-2 text-sm ${on ? "border-ink bg-ink text-paper" : "border-rule text-soft hover:bg-board"}`}
    aria-pressed={on}
    onClick={toggle}
  >
    {face}
  </button>
);

/** Rows: the whole, and every part that has pictures of its own. A face without a picture is "invented". */
function Coverage() {
  const project = useProject();
  const { scene, parts } = project;
  const rows = [
    { id: null, name: "whole scene" },
    ...parts.filter((p) => scene.references.some((r) => r.partId === p.id)).map((p) => ({ id: p.id, name: p.name })),
  ];
  return (
    <Sideways label="References">
      <table className="plain">
        <thead>
          <tr>
            <th>Of</th>
            {FACES.map((f) => (
              <th key={f}>{f}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id ?? "whole"}>
              <td className="font-semibold">{row.name}</td>
              {coverage(scene.references, row.id).map((c) => (
                <td key={c.face} className={c.invented ? "note-act" : ""}>
                  {c.count > 0 ? `${c.count} ${c.count === 1 ? "picture" : "pictures"}` : c.invented ? "▲ invented" : "none"}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Sideways>
  );
}
