/** The leaves of a page: what else belongs to the same place. Links, so that each has an address; "," and "." turn them. */
import { NavLink, useLocation, useNavigate } from "react-router";
import { Key, useKey } from "./keys";

interface Leaf {
  /** Under `base`; "" for base itself. */
  path: string;
  label: string;
}

/**
 * @param notes a few words on what waits at a tab, by its path
 * @param search kept in every address, as the part at hand is
 */
export function Leaves({
  of,
  base,
  tabs,
  notes = {},
  search = "",
}: {
  of: string;
  base: string;
  tabs: readonly Leaf[];
  notes?: Readonly<Record<string, string | null>>;
  search?: string;
}) {
  const leaves = tabs.map(({ path, label }) => ({ to: path ? `${base}/${path}` : base, label, note: notes[path] }));
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const at = leaves.findIndex((l) => l.to === pathname);
  const turn = (by: number): void => void navigate({ pathname: leaves[(at + by + leaves.length) % leaves.length].to, search });
  useKey(",", "Previous tab", "This page", () => turn(-1), at >= 0);
  useKey(".", "Next tab", "This page", () => turn(1), at >= 0);
  return (
    <nav aria-label={`Tabs of ${of}`} className="no-print mt-2 flex flex-wrap items-end gap-x-1 border-b-[1.5px] border-ink">
      {leaves.map((l) => (
        <NavLink
          key={l.to}
          to={{ pathname: l.to, search }}
          end
          className={({ isActive }) =>
            `-mb-[1.5px] flex min-h-[44px] items-center gap-2 border-[1.5px] px-3 ${
              isActive ? "border-ink border-b-paper bg-paper font-semibold" : "border-transparent text-soft hover:border-rule"
            }`
          }
        >
          {l.label}
          {l.note && <span className="text-sm font-normal text-soft">{l.note}</span>}
        </NavLink>
      ))}
      <span className="mb-1.5 ml-auto flex gap-1">
        <Key k="," />
        <Key k="." />
      </span>
    </nav>
  );
}
