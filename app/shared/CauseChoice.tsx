import { FAILURE_CAUSES, type FailureCause } from "~core/print";
import type { Process } from "~core/scale";
import { Choice } from "~app/ui/field";

/** Why a print failed, of what can happen to its process; "" for nobody knows. */
export function CauseChoice({
  process,
  value,
  onChange,
  label,
}: {
  process: Process | undefined;
  value: FailureCause | "";
  onChange: (cause: FailureCause | "") => void;
  label: string;
}) {
  const causes = (Object.keys(FAILURE_CAUSES) as FailureCause[]).filter(
    (c) => FAILURE_CAUSES[c].process === "both" || FAILURE_CAUSES[c].process === process,
  );
  return (
    <Choice
      label={label}
      value={value}
      onChange={onChange}
      options={[{ value: "" as const, label: "unknown" }, ...causes.map((c) => ({ value: c, label: FAILURE_CAUSES[c].words }))]}
    />
  );
}
