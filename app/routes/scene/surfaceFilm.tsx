import { FilmPage } from "~app/features/surface/FilmPage";
import { useProject } from "~app/shared/scene";

export default function SurfaceFilmRoute() {
  return <FilmPage project={useProject()} />;
}
