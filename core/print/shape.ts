/** A part as printers look at it: what takes long is made once a mesh, whichever printer asks first. */
import { facetsOf, turnMesh, type Facets, type Mesh, type Topology, type Turn } from "../mesh";
import { hullOf, type Solids } from "../slice";
import type { OnProgress } from "../units";
import { planLines, type Lines, type LineSettings } from "./estimate/layers";

export class Shape {
  private hullMade: Mesh | undefined;
  private facetsMade: Facets | undefined;
  private last: { key: string; lines: Lines } | undefined;

  /**
   * @param mesh mm at the wanted size, as the part stands
   * @param volumeMm3 of material; the caller knows it from the report
   */
  constructor(
    readonly solids: Solids,
    readonly mesh: Mesh,
    readonly topology: Topology,
    readonly volumeMm3: number,
  ) {}

  /** The convex hull: the outline and height of any turn follow from it. */
  get hull(): Mesh {
    return (this.hullMade ??= hullOf(this.solids, this.mesh));
  }

  get facets(): Facets {
    return (this.facetsMade ??= facetsOf(this.mesh));
  }

  /** The lines of a filament printer; those asked for last are kept, since printers are asked one after the other. */
  lines(turn: Turn, settings: LineSettings, onProgress?: OnProgress, signal?: AbortSignal): Lines {
    const key = JSON.stringify([turn, settings]);
    if (this.last?.key === key) return this.last.lines;
    this.last = undefined;
    const lines = planLines(this.solids, turnMesh(this.mesh, turn), this.topology, settings, onProgress, signal);
    this.last = { key, lines };
    return lines;
  }
}
