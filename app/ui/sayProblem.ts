/** Tells what went wrong: once, though both whoever stores and whoever asked say it. */
import { toast } from "sonner";
import type { Problem } from "~core/units";

export const sayProblem = ({ message }: Problem): void => {
  toast.error(message, { id: message });
};
