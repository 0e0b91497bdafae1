import { useKeptFile } from "./pictures";

/** A kept picture, or a plain word where it is missing. */
export function Picture({ hash, alt, className }: { hash: string; alt: string; className?: string }) {
  const url = useKeptFile(hash);
  if (url === "")
    return (
      <p className={`flex items-center justify-center border border-dashed border-rule p-2 text-soft ${className ?? ""}`}>
        picture missing
      </p>
    );
  return url === null ? (
    <div className={`bg-board ${className ?? ""}`} />
  ) : (
    <img src={url} alt={alt} className={`bg-board object-contain ${className ?? ""}`} />
  );
}
