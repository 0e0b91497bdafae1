/** How far something is: a staff that fills. */
import { Progress as Bar } from "radix-ui";

/** @param share 0 … 1 */
export function Progress({ share, label, className = "w-64" }: { share: number; label: string; className?: string }) {
  const percent = Math.round(Math.min(1, Math.max(0, share)) * 100);
  return (
    <Bar.Root
      value={percent}
      aria-label={label}
      className={`relative block h-[10px] border-[1.5px] border-ink bg-paper ${className}`}
      style={{
        backgroundImage: "repeating-linear-gradient(to right, transparent 0 calc(10% - 1px), var(--color-rule) calc(10% - 1px) 10%)",
      }}
    >
      <Bar.Indicator className="absolute inset-y-0 left-0 bg-ink" style={{ width: `${percent}%` }} />
    </Bar.Root>
  );
}
