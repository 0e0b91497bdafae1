import type { Printer } from "~core/print";
import { Choice } from "~app/ui/field";

/** Which of the workshop's printers. */
export function PrinterChoice({
  printers,
  value,
  onChange,
  label = "On which printer",
  className,
}: {
  printers: readonly Printer[];
  value: string;
  onChange: (printerId: string) => void;
  label?: string;
  className?: string;
}) {
  return (
    <Choice
      className={className}
      label={label}
      value={value}
      onChange={onChange}
      options={printers.map((p) => ({ value: p.id, label: p.name }))}
    />
  );
}
