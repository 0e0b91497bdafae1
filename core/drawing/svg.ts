/** A drawing as SVG in true millimetres: width and height carry the unit, so that any program prints it to size. */
import { HIDDEN_DASH_MM, STROKE_MM, type Drawing } from "./drawing";

const COLOURS = { ink: "#17242c", soft: "#4a585f", real: "#1d5c69" };
const n = (v: number): string => String(Math.round(v * 1000) / 1000);
const escape = (t: string): string => t.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c]!);

export function drawingToSvg({ widthMm, heightMm, strokes, labels }: Drawing): string {
  const y = (v: number): string => n(heightMm - v);
  const paths = strokes
    .filter((s) => s.lines.length > 0)
    .map(({ kind, lines }) => {
      let d = "";
      for (let i = 0; i < lines.length; i += 4) d += `M${n(lines[i])} ${y(lines[i + 1])}L${n(lines[i + 2])} ${y(lines[i + 3])}`;
      const dash = kind === "hidden" ? ` stroke-dasharray="${HIDDEN_DASH_MM.join(" ")}"` : "";
      return `<path d="${d}" stroke-width="${STROKE_MM[kind]}"${dash}/>`;
    });
  const texts = labels.map(({ text, x, y: at, sizeMm, anchor, upright, colour }) => {
    const turn = upright ? ` transform="rotate(-90 ${n(x)} ${y(at)})"` : "";
    return `<text x="${n(x)}" y="${y(at)}" font-size="${sizeMm}" text-anchor="${anchor}" fill="${COLOURS[colour]}"${turn}>${escape(text)}</text>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" viewBox="0 0 ${n(widthMm)} ${n(heightMm)}">
<rect width="100%" height="100%" fill="#ffffff"/>
<g fill="none" stroke="${COLOURS.ink}" stroke-linecap="round">
${paths.join("\n")}
</g>
<g font-family="Barlow Semi Condensed, Arial Narrow, sans-serif">
${texts.join("\n")}
</g>
</svg>
`;
}
