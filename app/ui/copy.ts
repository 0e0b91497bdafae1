import { toast } from "sonner";

/** Copies text; over plain HTTP the browser has no clipboard, and it is done the old way. @returns whether it was copied */
export async function copyText(text: string): Promise<boolean> {
  const { clipboard } = navigator as { clipboard?: Clipboard };
  if (clipboard)
    try {
      await clipboard.writeText(text);
      return true;
    } catch {
      // Forbidden: the old way may still work.
    }
  const field = document.createElement("textarea");
  field.value = text;
  field.className = "sr-only";
  document.body.append(field);
  field.select();
  const done = document.execCommand("copy");
  field.remove();
  if (!done) toast("The browser does not let this be copied. Use the file.");
  return done;
}
