/** Closed lines as the path of a drawing. @param x, y millimetres to pixels */
export const ringsPath = (rings: readonly (readonly number[])[], x: (mm: number) => number, y: (mm: number) => number): string =>
  rings
    .map((r) => {
      let d = "";
      for (let i = 0; i < r.length; i += 2) d += `${i === 0 ? "M" : "L"}${x(r[i]).toFixed(1)} ${y(r[i + 1]).toFixed(1)}`;
      return `${d}Z`;
    })
    .join("");
