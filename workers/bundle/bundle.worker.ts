/** Packs and unpacks project bundles off the page. */
import { ok } from "../../core/measure";
import { readBundle, writeBundle } from "../../store/bundle";
import { fault, serve } from "../pool/serve";
import type { BundleJobs } from "./protocol";

serve<BundleJobs>(
  {
    read: async ({ file }, onProgress, signal) => {
      const read = await readBundle(file, { onProgress, signal });
      return read.ok ? ok({ answer: read.value, transfer: [] }) : read;
    },
    write: async (bundle, onProgress, signal) => {
      const written = await writeBundle(bundle, { onProgress, signal });
      return written.ok ? ok({ answer: { ...written.value, aside: written.value.aside.length }, transfer: [] }) : written;
    },
  },
  (error) =>
    fault(
      "bundle.failed",
      "The bundle could not be worked on",
      "The bundle is too large for this machine's memory. Divide the scene and try again.",
      error,
    ),
);
