/** What can hurt at a method of ground, at the step. */
import { CARE_FIRST, CAUTIONS } from "~core/care";
import type { GroundMethod } from "~core/ground";

export const Cautions = ({ method }: { method: GroundMethod }) =>
  method.cautions.length === 0 ? null : (
    <p className="mt-1 text-setting-ink">
      △ {method.cautions.map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
    </p>
  );
