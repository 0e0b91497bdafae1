/** What is said of one joint, each field stored by itself. Seams, glue, order and fits follow from it. */
import {
  HOLDS,
  isOfCopies,
  JOINT_HOW,
  JOINT_REACH,
  JOINT_SIGHT,
  jointFault,
  jointsOfPattern,
  MATERIALS,
  PATTERNS,
  type Joint,
} from "~core/joint";
import { LIMITS, sideMaterial } from "~core/project";
import { formatMm, ok, readAsMm, type Result } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseCount, parseMmIn, parseName } from "~app/ui/field";

const optionsOf = <K extends string>(table: Record<K, string>): { value: K; label: string }[] =>
  (Object.entries(table) as [K, string][]).map(([value, label]) => ({ value, label }));

export function JointFields({ joint: j }: { joint: Joint }) {
  const project = useProject();
  const { run } = useActions();
  const set = (change: Partial<Omit<Joint, "id" | "fits">>) => run("list.set", { list: "scene.joints", key: j.id, change });
  const copiesOf = (id: string): number => project.parts.find((p) => p.id === id)?.copies ?? 1;
  const fault = jointFault(j, copiesOf);
  const glued = HOLDS[j.how] === "glue";
  return (
    <>
      <div className="flex flex-wrap items-end gap-2">
        {j.b.kind === "words" && (
          <ParsedField
            className="w-44"
            label="The other side"
            draftKey={j.id}
            text={j.b.words}
            parse={parseName}
            onCommit={(words) => set({ b: { kind: "words", words } })}
          />
        )}
        <Choice
          className="w-48"
          label="How they are joined"
          value={j.how}
          onChange={(how) => void set({ how })}
          options={optionsOf(JOINT_HOW)}
        />
        <Choice
          className="w-52"
          label="Painted"
          value={j.paint}
          onChange={(paint) => void set({ paint })}
          options={[
            { value: "after", label: "after they are joined" },
            { value: "before", label: "before they are joined" },
          ]}
        />
        <ParsedField
          className="w-28"
          label="Seam length"
          draftKey={j.id}
          text={formatMm(j.lengthMm)}
          parse={parseMmIn({ least: 0, most: 1e5 })}
          readAs={readAsMm}
          onCommit={(lengthMm) => set({ lengthMm })}
        />
        <ParsedField
          className="w-28"
          label={glued ? "Seam width" : "Room, both sides"}
          draftKey={j.id}
          text={formatMm(j.widthMm)}
          parse={parseMmIn(LIMITS.gapMm)}
          readAs={readAsMm}
          onCommit={(widthMm) => set({ widthMm })}
        />
        <Choice
          className="w-56"
          label="Visibility"
          value={j.sight}
          onChange={(sight) => void set({ sight })}
          options={optionsOf(JOINT_SIGHT)}
        />
        <Choice
          className="w-48"
          label="Next to it"
          value={j.textured ? "textured" : "plain"}
          onChange={(v: string) => void set({ textured: v === "textured" })}
          options={[
            { value: "plain", label: "plain faces" },
            { value: "textured", label: "texture to keep" },
          ]}
        />
        <Choice className="w-60" label="Reach" value={j.reach} onChange={(reach) => void set({ reach })} options={optionsOf(JOINT_REACH)} />
        <Choice
          className="w-44"
          label="Material of the other side"
          value={j.bMaterial ?? ""}
          onChange={(m: string) => void set({ bMaterial: m === "" ? null : (m as Joint["bMaterial"]) })}
          options={[
            { value: "", label: `${sideMaterial(j.b, null, project)}, as it is` },
            ...MATERIALS.map((value) => ({ value: value as string, label: value })),
          ]}
        />
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" className="h-6 w-6" checked={j.load} onChange={(e) => void set({ load: e.target.checked })} />
          takes load
        </label>
      </div>
      <Copies joint={j} copies={copiesOf(j.a)} set={set} />
      {fault && <p className="note-act mt-2">▲ {fault}</p>}
    </>
  );
}

const parseCountOrNone = (text: string): Result<number | null> =>
  text.trim() === "" ? ok(null) : parseCount({ least: 1, most: LIMITS.copies.most })(text);

/** How many such joints there are, and how copies of one part meet. */
function Copies({
  joint: j,
  copies,
  set,
}: {
  joint: Joint;
  copies: number;
  set: (change: Partial<Omit<Joint, "id" | "fits">>) => ReturnType<ReturnType<typeof useActions>["run"]>;
}) {
  const counted = isOfCopies(j) ? jointsOfPattern(j.pattern, copies, j.across) : undefined;
  return (
    <div className="mt-2 flex flex-wrap items-end gap-2">
      {isOfCopies(j) && (
        <>
          <Choice
            className="w-36"
            label="Copies are arranged"
            value={j.pattern}
            onChange={(pattern) => void set({ pattern })}
            options={optionsOf(PATTERNS)}
          />
          {j.pattern === "grid" && (
            <ParsedField
              className="w-28"
              label="Copies in a row"
              draftKey={j.id}
              text={String(j.across)}
              parse={parseCount({ least: 1, most: LIMITS.copies.most })}
              onCommit={(across) => set({ across })}
            />
          )}
        </>
      )}
      <ParsedField
        className="w-28"
        label="Number of joints"
        draftKey={j.id}
        text={j.count === null ? "" : String(j.count)}
        placeholder="by copies"
        parse={parseCountOrNone}
        onCommit={(count) => set({ count })}
      />
      {counted && (
        <p className="text-soft" aria-live="polite">
          {copies} copies {PATTERNS[j.pattern]}: {counted.joints} {counted.joints === 1 ? "joint" : "joints"}
          {counted.open > 0 ? `, ${counted.open} ${counted.open === 1 ? "side stays" : "sides stay"} open` : ""}
        </p>
      )}
    </div>
  );
}
