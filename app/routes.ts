/** Every address of the application. */
import { index, layout, route, type RouteConfig } from "@react-router/dev/routes";

export default [
  index("routes/home.tsx"),
  route("bench", "routes/bench.tsx"),
  route("shell", "routes/shell.tsx"),
  route("s/:sceneId", "routes/scene/layout.tsx", { id: "scene" }, [
    route("edit", "routes/scene/edit.ts"),
    layout("routes/scene/station.tsx", [
      index("routes/scene/index.tsx"),
      route("tonight", "routes/scene/tonight.tsx"),
      route("scale", "routes/scene/scale.tsx"),
      route("scale/change", "routes/scene/change.tsx"),
      route("scale/beside", "routes/scene/beside.tsx"),
      route("scale/subject", "routes/scene/subject.tsx"),
      route("scale/references", "routes/scene/references.tsx"),
      route("parts", "routes/scene/parts.tsx"),
      route("parts/:partId", "routes/scene/part.tsx", [
        index("routes/scene/partSheet.tsx"),
        route("mesh", "routes/scene/partMesh.tsx"),
        route("scale", "routes/scene/partScale.tsx"),
        route("record", "routes/scene/partRecord.tsx"),
      ]),
      route("print", "routes/scene/print.tsx"),
      route("print/:partId", "routes/scene/part.tsx", { id: "print-part" }, [
        index("routes/scene/printVerdict.tsx"),
        route("up", "routes/scene/printUp.tsx"),
        route("hours", "routes/scene/printHours.tsx"),
        route("inside", "routes/scene/printInside.tsx"),
        route("pieces", "routes/scene/printPieces.tsx"),
      ]),
      route("surface", "routes/scene/surface.tsx"),
      route("paint", "routes/scene/paint.tsx"),
      route("assemble", "routes/scene/assemble.tsx"),
      route("ground", "routes/scene/ground.tsx"),
      route("log", "routes/scene/log.tsx"),
      route("workshop", "routes/scene/workshop.tsx"),
    ]),
  ]),
] satisfies RouteConfig;
