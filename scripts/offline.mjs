/** Puts the list of all built files into the service worker. */
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { injectManifest } from "workbox-build";

/** @param {string} root of the project */
export async function buildOffline(root) {
  const client = path.join(root, "build/client");
  // The shell is drawn by the server: it changes with the server's own code.
  const shell = createHash("sha256")
    .update(readFileSync(path.join(root, "build/server/index.js")))
    .digest("hex")
    .slice(0, 16);
  const { count, size, warnings } = await injectManifest({
    swSrc: path.join(root, "app/offline/sw.js"),
    swDest: path.join(client, "sw.js"),
    globDirectory: client,
    globPatterns: ["**/*.{js,css,woff2,wasm,svg,webmanifest,inchhollow}"],
    globIgnores: ["sw.js"],
    dontCacheBustURLsMatching: /^assets\//,
    maximumFileSizeToCacheInBytes: 16 << 20,
    additionalManifestEntries: [{ url: "/shell", revision: shell }],
    modifyURLPrefix: { "": "/" },
  });
  if (warnings.length) throw new Error(warnings.join("\n"));
  return { count, size };
}
