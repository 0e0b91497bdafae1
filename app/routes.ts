/** Every address of the application. */
import { index, layout, route, type RouteConfig, type RouteConfigEntry } from "@react-router/dev/routes";
import { STATIONS, type Station } from "./features/stations";

/** A station with its tabs, and with those of one part. */
function addressesOf({ id, tabs, partTabs }: Station): RouteConfigEntry[] {
  return [
    ...tabs.map((t) => route(t.path ? `${id}/${t.path}` : id, t.page)),
    ...(partTabs
      ? [
          route(
            `${id}/:partId`,
            "routes/scene/part.tsx",
            { id: `a part at ${id}` },
            partTabs.map((t) => (t.path ? route(t.path, t.page) : index(t.page))),
          ),
        ]
      : []),
  ];
}

export default [
  index("routes/home.tsx"),
  route("bench", "routes/bench.tsx"),
  route("shell", "routes/shell.tsx"),
  route("away", "routes/away.tsx"),
  route("handover/:code?/:what?", "routes/handover.ts"),
  route("stand-ins/printers", "routes/stand-ins/printers.ts"),
  route("stand-ins/printers/:printerId/:what?", "routes/stand-ins/printer.ts"),
  route("s/:sceneId", "routes/scene/layout.tsx", { id: "scene" }, [
    route("edit", "routes/scene/edit.ts"),
    layout("routes/scene/station.tsx", [index("routes/scene/index.tsx"), ...STATIONS.flatMap(addressesOf)]),
  ]),
] satisfies RouteConfig;
