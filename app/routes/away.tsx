import { useRevalidator } from "react-router";
import { ask, db } from "~app/data/database.client";
import { AwayPage } from "~app/features/away/AwayPage";
import { carriedLists } from "~store/away";
import type { CarriedRow } from "~store/awayRows";
import type { Result } from "~core/units";
import type { Route } from "./+types/away";

/** Lists that this device carries: nothing of a scene is read, so that it opens on a phone that has none. */
export const clientLoader = (): Promise<Result<CarriedRow[]>> => ask(() => carriedLists(db));

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the list…</p>;
}

export default function Away({ loaderData }: Route.ComponentProps) {
  const { revalidate } = useRevalidator();
  return <AwayPage lists={loaderData} onChange={revalidate} />;
}
