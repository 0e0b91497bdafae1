/** A part's name from its file's: without the ending, words apart, first letter large. */
export function nameFromFile(fileName: string): string {
  const bare =
    fileName
      .replace(/\.[^.]+$/, "")
      .replace(/[_\-.]+/g, " ")
      .trim()
      .slice(0, 100) || "Part";
  return bare[0].toUpperCase() + bare.slice(1);
}
