/** Jobs on project bundles. Files travel as Blobs, by reference: the page holds no mesh. */
import type { Bundle, MissingFile, Read } from "../../store/bundle";

export interface Packed {
  file: Blob;
  /** What could not be saved because it was not to be had. */
  missing: MissingFile[];
  /** Rows that were put beside the scene because no program could open them. */
  aside: number;
}

export type BundleJobs = {
  read: { request: { file: Blob }; answer: Read };
  write: { request: Bundle; answer: Packed };
};
