import { relief } from "./tests/relief";
import { ball } from "./tests/ball";
import { buildTopology, reportMesh } from "./core/mesh";
import { loadSolids, sliceMesh } from "./core/slice";
import { estimateFdm, waysUp, GENERIC_PRINTERS, printFacts } from "./core/print";
const solids = await loadSolids();
for (const [name, mesh] of [["relief", relief(200_000)], ["ball", ball(200_000)]] as const) {
  const topo = buildTopology(mesh);
  console.log(name, mesh.indices.length/3, topo.boundaryEdges, topo.nonManifoldEdges, reportMesh(mesh).report.volumeMm3);
  const m = new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices }));
  for (let r=0;r<2;r++){
    let t=performance.now();
    const box=m.boundingBox(); const layers=Math.ceil((box.max[2]-box.min[2])/0.2-1e-6);
    let n=0;
    for(let k=0;k<layers;k++){const s=m.slice(box.min[2]+(k+.5)*.2);const a=s.offset(-0.45,"Miter");const b=a.offset(-0.9,"Miter");n+=s.numVert();s.delete();a.delete();b.delete();}
    console.log("peer",performance.now()-t,layers,n);
    t=performance.now();sliceMesh(mesh,topo,0.2);console.log("our slice",performance.now()-t);
  }
  let t=performance.now(); waysUp(mesh,GENERIC_PRINTERS[0]);console.log("waysUp",performance.now()-t);
  t=performance.now(); const e=estimateFdm(solids,mesh,topo,GENERIC_PRINTERS[0] as any);console.log("fdm",performance.now()-t,e.timeS.value/3600,e.massG.value,e.supportMm3);
}
