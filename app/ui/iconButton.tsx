/** A button that is a picture: named for those who do not see it, large enough for a thumb. */
export function IconButton({
  label,
  children,
  ...rest
}: { label: string; children: React.ReactNode } & React.ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      {...rest}
      aria-label={label}
      title={label}
      className="inline-flex min-h-[44px] min-w-[44px] items-center justify-center hover:bg-board disabled:text-rule"
    >
      {children}
    </button>
  );
}
