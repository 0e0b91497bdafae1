import { MeshPage } from "~app/features/parts/mesh/MeshPage";
import { usePart } from "./part";

export default function PartMeshRoute() {
  const part = usePart();
  return <MeshPage part={part} />;
}
