/** Pictures on their way in: made smaller, turned upright and written anew as JPEG, which leaves behind where they were taken. */
import { useEffect, useState } from "react";
import { fail, ok, type Result } from "~core/units";
import { contentHash } from "~core/project";
import { ask, db } from "~app/data/database.client";

/** Longest side of a kept picture, px. */
const LONGEST = 1600;
const QUALITY = 0.85;
const MOST_BYTES = 60 * 1024 * 1024;

export interface CleanPicture {
  hash: string;
  file: Blob;
}

/** Only what is seen survives: place, camera and time are gone with the rest of the file. */
export async function cleanPicture(from: Blob, name: string): Promise<Result<CleanPicture>> {
  if (from.size > MOST_BYTES) return fail("picture.too-big", "The picture is larger than 60 MB. Make it smaller first.", name);
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(from, { imageOrientation: "from-image" });
  } catch {
    return fail("picture.unreadable", "That is no picture this browser can read. Use JPEG, PNG or WebP.", name);
  }
  const by = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(bitmap.width * by)), Math.max(1, Math.round(bitmap.height * by)));
  const pen = canvas.getContext("2d");
  if (!pen) return fail("picture.canvas", "This browser cannot draw pictures just now. Reload the page and try again.", name);
  // What is see-through in a drawing becomes paper.
  pen.fillStyle = "#ffffff";
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const file = await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY });
  return ok({ hash: await contentHash(new Uint8Array(await file.arrayBuffer())), file });
}

/** The address of a kept picture while it is shown; null while it comes, "" when it is not there. */
export function usePicture(hash: string): string | null {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made = "";
    let gone = false;
    void ask(() => db.pictures.get(hash)).then((row) => {
      if (gone) return;
      made = row.ok && row.value ? URL.createObjectURL(row.value.file) : "";
      setUrl(made);
    });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [hash]);
  return url;
}
