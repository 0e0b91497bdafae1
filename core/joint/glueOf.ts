/** The glue of one joint. */
import { GLUES, gluesFor, type Glue, type GlueId } from "./glues";
import type { SeamCase } from "./seams";

/** With what a joint is glued: as somebody chose, or else the first that suits its materials, gap, load and paint. */
export const glueOfJoint = ({ glueId, load, seam }: { glueId: GlueId | null; load: boolean; seam: SeamCase }): Glue | undefined =>
  glueId === null
    ? gluesFor({ a: seam.a, b: seam.b, gapMm: seam.widthMm, load, painted: seam.paint === "before" }).find((c) => c.suits)?.glue
    : GLUES.find((g) => g.id === glueId);
