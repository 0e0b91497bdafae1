/** Edits of this window that are shown before they are stored. */
import { ForeseenEdits } from "./foreseen";

export const foreseen = new ForeseenEdits();

const ahead = (): Promise<typeof import("../../store/foresee")> => import("../../store/foresee");

/** Has at hand what the first edit needs. */
export const warmEdits = (): void => void Promise.all([ahead(), import("../../store/run")]);

interface Order {
  sceneId: string;
  editId: string;
  at: number;
  command: string;
  payload: object;
}

/** Shows what an edit of the open scene will make of its rows. */
export const expectEdit = ({ sceneId, editId, at, command, payload }: Order): Promise<void> =>
  foreseen.expect(sceneId, editId, at, async (rows) => {
    const { foresee } = await ahead();
    return foresee(rows, command, payload, at);
  });
