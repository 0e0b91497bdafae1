/** The input behind a button that takes files: never seen, emptied after each choice so that the same file can be chosen again. */
import type { RefObject } from "react";

export function FileInput({
  inputRef,
  id,
  label,
  accept,
  many = false,
  folder = false,
  camera = false,
  onFiles,
}: {
  inputRef: RefObject<HTMLInputElement | null>;
  id: string;
  label: string;
  accept?: string;
  many?: boolean;
  /** A whole folder with what is in it. */
  folder?: boolean;
  /** A phone opens its camera. */
  camera?: boolean;
  onFiles: (files: File[]) => void;
}) {
  return (
    <input
      ref={inputRef}
      id={id}
      type="file"
      accept={accept}
      multiple={many}
      className="sr-only"
      aria-label={label}
      tabIndex={-1}
      {...(folder && { webkitdirectory: "" })}
      {...(camera && { capture: "environment" })}
      onChange={(e) => {
        const files = [...(e.target.files ?? [])];
        e.target.value = "";
        if (files.length > 0) onFiles(files);
      }}
    />
  );
}
