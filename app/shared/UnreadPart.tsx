/** A part whose mesh is not measured yet: how far it is, or why it cannot be. Nothing is said of it that is not known. */
import type { PartRow } from "~core/project";
import { meshRequest } from "~core/results";
import { useResult } from "~app/data/results.client";
import { Page } from "./Page";
import { useProject } from "~app/shared/scene";

/** "40 % measured", or what is wrong. */
function UnreadWords({ row }: { row: PartRow }) {
  const answer = useResult(row.source.kind === "mesh" ? meshRequest(row.source) : null);
  if (answer.state === "failed") return <span className="text-act">▲ {answer.problem.message}</span>;
  return (
    <span className="text-soft">
      {answer.state === "reckoning" ? `being measured: ${Math.round(answer.share * 100)} %` : "being measured"}
    </span>
  );
}

export function UnreadPage({ row }: { row: PartRow }) {
  const project = useProject();
  return (
    <Page title={row.name} sub="reading the mesh" cells={[{ label: "scene", value: project.scene.name }]}>
      <p role="status" className="mt-4 max-w-prose text-lg">
        <UnreadWords row={row} />
      </p>
      <p className="mt-2 max-w-prose text-soft">Size, walls and hours come from the mesh. Everything you entered is kept.</p>
    </Page>
  );
}

/** Those of a scene, above its table. */
export function UnreadList() {
  const project = useProject();
  if (project.unread.length === 0) return null;
  return (
    <ul className="mt-2 border-[1.5px] border-ink p-2" data-testid="unread">
      {project.unread.slice(0, 8).map((row) => (
        <li key={row.id}>
          <strong>{row.name}</strong> <UnreadWords row={row} />
        </li>
      ))}
      {project.unread.length > 8 && <li className="text-soft">and {project.unread.length - 8} more</li>}
    </ul>
  );
}
