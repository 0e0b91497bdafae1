import { FilmPage } from "~app/features/surface/FilmPage";

export default function SurfaceFilmRoute() {
  return <FilmPage />;
}
