/** Where every change goes: one named command, checked and stored as one undoable edit. */
import { data } from "react-router";
import { storeEdit, type EditOrder } from "~app/data/edits.client";
import type { Route } from "./+types/edit";

/** The answer itself goes to whoever sent the edit; a refused one has changed nothing, so that nothing is loaded anew. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  const done = await storeEdit((await request.json()) as EditOrder);
  return done.ok ? null : data(null, { status: 400 });
}
