/** A new part: a mesh file, a size from a shop page, or something made by hand. */
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { checkPartSize, ok, parseSize, readAsSides, type Result } from "~core/units";
import { MATERIALS, type Material } from "~core/joint";
import { MESH_ENDINGS } from "~core/mesh";
import { LIMITS, type Part, type PartSource, type Scene } from "~core/project";
import { storeElsewhere } from "~app/data/edits.client";
import { sceneForNewPart } from "~app/data/scenes.client";
import { newId, useProject } from "~app/shared/scene";
import { Dialog } from "~app/ui/dialog";
import { Choice, ParsedField, parseCount } from "~app/ui/field";
import { ReadingNote } from "~app/ui/reading";
import { costText, parseCostIn } from "~app/shared/cost";
import { chosenFiles, type DroppedFile } from "./droppedFiles";
import { FileInput } from "~app/ui/fileInput";

export const parsePartSize = (text: string): Result<[number, number, number]> => {
  const size = parseSize(text);
  if (!size.ok) return size;
  const sensible = checkPartSize(size.value);
  return sensible.ok ? ok(sensible.value) : sensible;
};

export function NewPart({
  open,
  onOpenChange,
  scene,
  onFiles,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  scene: Scene;
  onFiles: (files: DroppedFile[]) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const take = (files: DroppedFile[]): void => {
    if (files.length === 0) return;
    onOpenChange(false);
    // A task of its own: closing restyles the whole page, which is work enough for one.
    setTimeout(() => onFiles(files));
  };
  const navigate = useNavigate();
  const { currency } = useProject().habits;
  const [size, setSize] = useState("");
  const [name, setName] = useState("");
  const [kind, setKind] = useState<"building" | "block" | Material>("building");
  const [copies, setCopies] = useState(1);
  const [price, setPrice] = useState<Part["fileCost"]>(null);
  // What stands in the two fields and was not left yet.
  const [copiesTyped, setCopiesTyped] = useState<Result<number> | null>(null);
  const [priceTyped, setPriceTyped] = useState<Result<Part["fileCost"]> | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);

  const addSize = async (): Promise<void> => {
    const parsed = parsePartSize(size);
    if (!parsed.ok) return setWrong(parsed.problem.message);
    // The fields say themselves what is wrong with them.
    const count = copiesTyped ?? ok(copies),
      fileCost = priceTyped ?? ok(price);
    if (!count.ok || !fileCost.ok) return;
    const source: PartSource =
      kind === "building" || kind === "block"
        ? { kind: "typed", sizeMm: parsed.value, shell: kind === "building" }
        : { kind: "scratch", sizeMm: parsed.value, material: kind };
    const target = await sceneForNewPart(scene);
    if (!target.ok) return setWrong(target.problem.message);
    const id = newId();
    const part = {
      id,
      name: name.trim().slice(0, LIMITS.name) || (kind === "building" ? "Building" : "Part"),
      source,
      factor: 1,
      copies: count.value,
      fileCost: fileCost.value,
      work: [],
    };
    const done = await storeElsewhere(target.value, "parts.add", { parts: [part] });
    if (!done.ok) return setWrong(done.problem.message);
    onOpenChange(false);
    setSize("");
    setName("");
    setCopies(1);
    setPrice(null);
    void navigate(`/s/${target.value}/parts/${id}`, { state: { arrived: true } });
  };

  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="New part">
      <FileInput
        inputRef={file}
        id="mesh-file"
        label="Mesh files"
        accept={MESH_ENDINGS.join(",")}
        many
        onFiles={(files) => take(chosenFiles(files))}
      />
      <FileInput inputRef={folder} id="mesh-folder" label="A folder of mesh files" folder onFiles={(files) => take(chosenFiles(files))} />
      <button
        className="flex min-h-28 w-full flex-col items-center justify-center border-2 border-dashed border-ink p-4 hover:bg-board"
        onClick={() => file.current?.click()}
      >
        <span className="text-lg font-semibold">Choose a mesh file, or drop one anywhere</span>
        <span className="text-soft">STL, OBJ, PLY or 3MF. The file stays in this browser.</span>
      </button>
      <button className="btn mt-2" onClick={() => folder.current?.click()}>
        or a whole folder of them
      </button>
      <form
        className="mt-5 grid gap-3 tab:grid-cols-2"
        onSubmit={(e) => {
          e.preventDefault();
          void addSize();
        }}
      >
        <h3 className="text-lg tab:col-span-2">Or only its size, from a shop page or sketch</h3>
        <div className="tab:col-span-2">
          <label className="label block" htmlFor="new-size">
            Size: width × depth × height
          </label>
          <input
            id="new-size"
            className="field"
            value={size}
            placeholder="192 × 148 × 118 mm"
            aria-invalid={wrong !== null}
            aria-describedby="new-size-wrong"
            autoComplete="off"
            onChange={(e) => {
              setSize(e.target.value);
              setWrong(null);
            }}
          />
          {wrong && (
            <p id="new-size-wrong" role="alert" className="mt-1 text-act">
              {wrong}
            </p>
          )}
          {size.trim() && (
            <ReadingNote
              parsed={parsePartSize(size)}
              readAs={readAsSides}
              onPick={(text) => {
                setSize(text);
                setWrong(null);
              }}
            />
          )}
        </div>
        <div>
          <label className="label block" htmlFor="new-name">
            Name
          </label>
          <input
            id="new-name"
            className="field"
            value={name}
            placeholder="Boat shed"
            onChange={(e) => setName(e.target.value)}
            autoComplete="off"
          />
        </div>
        <Choice
          label="What it is"
          value={kind}
          onChange={setKind}
          options={[
            { value: "building", label: "a printed building" },
            { value: "block", label: "a printed solid piece" },
            ...MATERIALS.filter((m) => !m.endsWith("print")).map((m) => ({
              value: m,
              label: `made by hand from ${m === "metal" ? "metal or wire" : m}`,
            })),
          ]}
        />
        <ParsedField
          label="Copies needed"
          text={String(copies)}
          parse={parseCount(LIMITS.copies)}
          onReading={setCopiesTyped}
          onCommit={setCopies}
        />
        <ParsedField
          label="Price of the file, if it is for sale"
          text={costText(price)}
          placeholder={`4.50 ${currency}`}
          parse={parseCostIn(currency)}
          readAs={(c) => (c === null ? "none" : costText(c))}
          onReading={setPriceTyped}
          onCommit={setPrice}
        />
        <button className="btn btn-solid self-end tab:col-span-2" type="submit">
          Add part
        </button>
      </form>
    </Dialog>
  );
}
