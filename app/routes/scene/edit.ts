/** Where every change goes: one named command, checked and stored as one undoable edit. */
import { storeEdit, type Edited, type EditOrder } from "~app/data/edits.client";
import type { Result } from "~core/measure";
import type { Route } from "./+types/edit";

export async function clientAction({ request }: Route.ClientActionArgs): Promise<Result<Edited>> {
  return storeEdit((await request.json()) as EditOrder);
}
