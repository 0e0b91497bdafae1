/** The 3MF row's page: both read the package and weld what is in it. */
import type { Group, Mesh } from "three";
import { ThreeMFLoader } from "three/examples/jsm/loaders/3MFLoader.js";
import { mergeVertices } from "three/examples/jsm/utils/BufferGeometryUtils.js";
import { readThreeMf, weld } from "../core/mesh";
import { offer } from "./inPage";

const meshOf = (group: Group): Mesh => {
  let found: Mesh | undefined;
  group.traverse((o) => {
    if ((o as Mesh).isMesh) found = o as Mesh;
  });
  if (!found) throw new Error("the peer found no mesh");
  return found;
};

offer({
  ours: (bytes) => {
    const read = readThreeMf(bytes);
    if (!read.ok) throw new Error(read.problem.message);
    return weld(read.value.corners).indices.length;
  },
  peer: (bytes) => {
    const { geometry } = meshOf(new ThreeMFLoader().parse(bytes.buffer));
    return mergeVertices(geometry.deleteAttribute("normal")).index!.count;
  },
});
