/** What took vapour and dust away at a step: shown where its cautions are of something in the air. */
import { AIRED, type Aired } from "~core/care";
import { airborneOf } from "~core/look";
import type { StepRecord } from "~core/project";
import { Choice } from "~app/ui/field";
import { useActions } from "./scene";

/** @param sceneId of another scene's step; absent for the open scene's */
export function AiredChoice({ record, sceneId }: { record: StepRecord; sceneId?: string }) {
  const { runIn } = useActions();
  if (record.time !== "hands" || airborneOf(record).length === 0) return null;
  return (
    <Choice
      className="mt-1 w-44"
      label="What aired"
      value={record.aired ?? ""}
      onChange={(aired) => void runIn(sceneId, "field.set", { of: "record", id: record.id, change: { aired: aired || undefined } })}
      options={[
        { value: "" as const, label: "not said" },
        ...(Object.keys(AIRED) as Aired[]).map((value) => ({ value, label: AIRED[value] })),
      ]}
    />
  );
}
