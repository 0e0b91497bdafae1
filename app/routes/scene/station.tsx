import { Outlet } from "react-router";
import { StationTrouble } from "~app/features/bench/SceneTrouble";

/** Holds the pages of a scene, so that one that cannot be shown leaves the others within reach. */
export default function Station() {
  return <Outlet />;
}

export const ErrorBoundary = StationTrouble;
