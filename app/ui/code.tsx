/** Text as a code that a phone's camera reads (ISO/IEC 18004). */
import qrcode from "qrcode-generator";

// Names are in every script.
qrcode.stringToBytes = (text: string): number[] => [...new TextEncoder().encode(text)];

/** The modules of a code as one path, in units of a module. */
function codePath(text: string): { d: string; size: number } {
  const code = qrcode(0, "L");
  code.addData(text, "Byte");
  code.make();
  const size = code.getModuleCount();
  let d = "";
  for (let row = 0; row < size; row++) for (let col = 0; col < size; col++) if (code.isDark(row, col)) d += `M${col} ${row}h1v1h-1z`;
  return { d, size };
}

/** @param className its width; a code is black on white in any light */
export function CameraCode({ text, label, className }: { text: string; label: string; className: string }) {
  const { d, size } = codePath(text);
  return (
    <svg
      viewBox={`-4 -4 ${size + 8} ${size + 8}`}
      className={`shrink-0 ${className}`}
      shapeRendering="crispEdges"
      role="img"
      aria-label={label}
    >
      <rect x="-4" y="-4" width={size + 8} height={size + 8} fill="#ffffff" />
      <path d={d} fill="#000000" />
    </svg>
  );
}
