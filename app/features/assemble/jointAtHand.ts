/** The joint at hand of the station: kept in the address, changed with j and k. */
import { useSearchParams } from "react-router";
import type { Joint } from "~core/joint";
import { useKey } from "~app/ui/keys";

export function useJointAtHand(among: readonly Joint[]): { joint: Joint | undefined; choose: (id: string) => void } {
  const [search, setSearch] = useSearchParams();
  const joint = among.find((j) => j.id === search.get("joint")) ?? among.find((j) => j.a === search.get("part")) ?? among.at(0);
  const choose = (id: string): void => setSearch({ joint: id }, { replace: true, preventScrollReset: true });
  const step = (by: number): void => {
    if (joint) choose(among[(among.indexOf(joint) + by + among.length) % among.length].id);
  };
  useKey("j", "Next joint", "Assemble", () => step(1), among.length > 1);
  useKey("k", "Joint before", "Assemble", () => step(-1), among.length > 1);
  return { joint, choose };
}
