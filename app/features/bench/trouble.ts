import { isRouteErrorResponse } from "react-router";

/** What to say of an error that a route threw. */
export function troubleText(error: unknown): { gone: boolean; text: string; fault: string | null } {
  if (isRouteErrorResponse(error) && error.status === 404)
    return { gone: true, text: "The scene or part may have been deleted, or it is in another browser.", fault: null };
  // A plain Error carries a sentence for people; every other kind is a fault of the program's own.
  if (error instanceof Error && error.name === "Error" && error.message) return { gone: false, text: error.message, fault: null };
  return {
    gone: false,
    text: "Something in it cannot be drawn. Nothing was lost.",
    fault: error instanceof Error ? error.message : null,
  };
}
