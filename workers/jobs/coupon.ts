/** A test print: its mesh as STL, how it looks from above, and what the printer takes for it. */
import { drawSheet } from "../../core/drawing";
import { reportMesh, TURNS, writeStl } from "../../core/mesh";
import { COUPONS, printFacts, Shape } from "../../core/print";
import { fail, ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { solids } from "./reader";

/** Its surfaces are nothing to look at. */
const NO_SURFACES = { list: [], surfaceOf: new Int32Array() };

export const coupon: Job<Jobs["coupon"]["request"], Jobs["coupon"]["answer"]> = {
  failed: "The test print could not be made",
  tooLarge: "The test print is too large for this machine's memory.",
  run: async ({ id, printer }, onProgress, signal) => {
    const made = COUPONS.find((c) => c.id === id);
    if (!made) return fail("coupon.unknown", "No such test print.");
    const library = await solids();
    const mesh = made.build(library, printer);
    const { report, topology } = reportMesh(mesh);
    const shape = new Shape(library, mesh, topology, Math.abs(report.volumeMm3));
    const { one } = printFacts(shape, printer, 1, TURNS["+z"], onProgress, signal);
    const picture = drawSheet(mesh, topology, NO_SURFACES).views.find((v) => v.name === "plan")!;
    return ok({
      answer: { file: new Blob([writeStl(mesh) as Uint8Array<ArrayBuffer>]), timeS: one.timeS.value, massG: one.massG.value, picture },
    });
  },
};
