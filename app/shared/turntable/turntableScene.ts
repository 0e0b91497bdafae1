/** A small three scene: one mesh, one lamp from the upper left, drawn only when something changes. Points can be picked on it. */
import {
  AmbientLight,
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  EdgesGeometry,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Points,
  PointsMaterial,
  Raycaster,
  Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
} from "three";
import { rangeOf, type MeshField } from "~core/mesh";
import type { TurntableMesh } from "~workers/protocol";

/** Edges are drawn up to this many triangles; above it they would only be a grey mist. */
const MOST_FOR_EDGES = 60000;

export interface Picked {
  /** Model millimetres, as the mesh was given. */
  at: [number, number, number];
  on: "corner" | "edge" | "face";
  /** The pressed place itself, on its facet, and which way that faces. */
  pressed: [number, number, number];
  normal: [number, number, number];
}

/** A press snaps to a corner of the facet within so many pixels, else to its edge within so many. */
const SNAP_CORNER_PX = 16;
const SNAP_EDGE_PX = 10;
/** A press that moves further than this turns the part. */
const STILL_PX = 4;

export interface TurntableView {
  /** Shows points, and the line between two that are joined. */
  mark: (points: readonly [number, number, number][], joined: boolean) => void;
  dispose: () => void;
}

export function showOnTurntable(
  holder: HTMLElement,
  { positions, indices, field }: TurntableMesh,
  onPick?: (picked: Picked) => void,
): TurntableView {
  const css = getComputedStyle(document.documentElement);
  const colour = (name: string): Color => new Color(css.getPropertyValue(name).trim());
  const renderer = new WebGLRenderer({ antialias: true });
  renderer.setPixelRatio(Math.min(2, devicePixelRatio));
  renderer.setSize(holder.clientWidth, holder.clientHeight);
  renderer.setClearColor(colour("--board"));
  holder.replaceChildren(renderer.domElement);

  const geometry = new BufferGeometry();
  geometry.setAttribute("position", new BufferAttribute(positions, 3));
  geometry.setIndex(new BufferAttribute(indices, 1));
  geometry.computeBoundingSphere();
  const { center, radius } = geometry.boundingSphere!;
  const scene = new Scene();
  const shown = field ? coloured(geometry, field, colour("--paper"), colour("--act")) : geometry;
  const body = new Mesh(
    shown,
    new MeshLambertMaterial({ color: field ? 0xffffff : colour("--paper"), vertexColors: field !== null, flatShading: true }),
  );
  scene.add(body, new AmbientLight(0xffffff, 1.1));
  const lamp = new DirectionalLight(0xffffff, 2.2);
  scene.add(lamp);
  let edges: EdgesGeometry | undefined;
  if (indices.length / 3 <= MOST_FOR_EDGES) {
    edges = new EdgesGeometry(geometry, 30);
    scene.add(new LineSegments(edges, new LineBasicMaterial({ color: colour("--ink") })));
  }

  const camera = new PerspectiveCamera(32, holder.clientWidth / holder.clientHeight, radius / 50, radius * 20);
  camera.up.set(0, 0, 1);
  let turn = -0.9,
    tilt = 0.42,
    distance = radius * 3.6;
  const draw = (): void => {
    const eye = new Vector3(Math.cos(tilt) * Math.cos(turn), Math.cos(tilt) * Math.sin(turn), Math.sin(tilt))
      .multiplyScalar(distance)
      .add(center);
    camera.position.copy(eye);
    camera.lookAt(center);
    lamp.position.set(Math.cos(turn - 0.8), Math.sin(turn - 0.8), 0.9);
    renderer.render(scene, camera);
  };
  const move = (dTurn: number, dTilt: number): void => {
    turn += dTurn;
    tilt = Math.min(1.5, Math.max(-1.5, tilt + dTilt));
    draw();
  };
  // Picked points and the line between them lie over everything.
  const marked = new BufferGeometry();
  const dots = new Points(marked, new PointsMaterial({ color: colour("--act"), size: 10, sizeAttenuation: false, depthTest: false }));
  const span = new LineSegments(marked, new LineBasicMaterial({ color: colour("--act"), depthTest: false }));
  dots.renderOrder = span.renderOrder = 1;
  dots.visible = span.visible = false;
  scene.add(dots, span);
  const mark = (points: readonly [number, number, number][], joined: boolean): void => {
    marked.setAttribute("position", new BufferAttribute(new Float32Array(points.flat()), 3));
    dots.visible = points.length > 0;
    span.visible = joined && points.length === 2;
    draw();
  };

  const pick = (x: number, y: number): void => {
    const box = renderer.domElement.getBoundingClientRect();
    const pixel = (v: Vector3): Vector2 => {
      const p = v.clone().project(camera);
      return new Vector2(((p.x + 1) / 2) * box.width, ((1 - p.y) / 2) * box.height);
    };
    const pressed = new Vector2(x - box.left, y - box.top);
    const caster = new Raycaster();
    caster.setFromCamera(new Vector2((pressed.x / box.width) * 2 - 1, 1 - (pressed.y / box.height) * 2), camera);
    const hit = caster.intersectObject(body)[0];
    if (!hit?.face) return;
    const corners = [hit.face.a, hit.face.b, hit.face.c].map((i) => new Vector3().fromBufferAttribute(shown.getAttribute("position"), i));
    const on = snap(hit.point, corners, pressed, pixel);
    onPick?.({ at: on.at.toArray(), on: on.on, pressed: hit.point.toArray(), normal: hit.face.normal.toArray() });
  };

  let held: { x: number; y: number } | null = null;
  let pressedAt: { x: number; y: number } | null = null;
  const onDown = (e: PointerEvent): void => {
    held = { x: e.clientX, y: e.clientY };
    pressedAt = held;
    holder.setPointerCapture(e.pointerId);
  };
  const onMove = (e: PointerEvent): void => {
    if (!held) return;
    move((held.x - e.clientX) / 120, (e.clientY - held.y) / 140);
    held = { x: e.clientX, y: e.clientY };
  };
  const onUp = (e: PointerEvent): void => {
    if (onPick && pressedAt && Math.hypot(e.clientX - pressedAt.x, e.clientY - pressedAt.y) <= STILL_PX) pick(e.clientX, e.clientY);
    held = null;
    pressedAt = null;
  };
  const onWheel = (e: WheelEvent): void => {
    e.preventDefault();
    distance = Math.min(radius * 9, Math.max(radius * 1.5, distance * Math.exp(e.deltaY / 900)));
    draw();
  };
  const onKey = (e: KeyboardEvent): void => {
    const by = { ArrowLeft: [-0.15, 0], ArrowRight: [0.15, 0], ArrowUp: [0, 0.12], ArrowDown: [0, -0.12] }[e.key];
    if (!by) return;
    e.preventDefault();
    move(by[0], by[1]);
  };
  holder.addEventListener("pointerdown", onDown);
  holder.addEventListener("pointermove", onMove);
  holder.addEventListener("pointerup", onUp);
  holder.addEventListener("wheel", onWheel, { passive: false });
  holder.addEventListener("keydown", onKey);
  draw();
  const dispose = (): void => {
    holder.removeEventListener("pointerdown", onDown);
    holder.removeEventListener("pointermove", onMove);
    holder.removeEventListener("pointerup", onUp);
    holder.removeEventListener("wheel", onWheel);
    holder.removeEventListener("keydown", onKey);
    geometry.dispose();
    shown.dispose();
    edges?.dispose();
    marked.dispose();
    renderer.dispose();
    holder.replaceChildren();
  };
  return { mark, dispose };
}

/**
 * The same shape with a colour for each facet: paper for the least and where there is no value, ink of the accent for the greatest. By the
 * square root, since what is seen of most parts lies near the least.
 */
function coloured(geometry: BufferGeometry, field: MeshField, least: Color, most: Color): BufferGeometry {
  const apart = geometry.toNonIndexed();
  const [low, high] = rangeOf(field) ?? [0, 1];
  const colours = new Float32Array(field.values.length * 9);
  const at = new Color();
  field.values.forEach((v, t) => {
    at.copy(least);
    if (v >= low && high > low) at.lerp(most, Math.sqrt((v - low) / (high - low)));
    for (let k = 0; k < 3; k++) at.toArray(colours, t * 9 + k * 3);
  });
  apart.setAttribute("color", new BufferAttribute(colours, 3));
  return apart;
}

/** The corner of the facet that is near on the screen, else the point of its edge, else where the ray met it. */
function snap(
  point: Vector3,
  corners: readonly Vector3[],
  pressed: Vector2,
  pixel: (v: Vector3) => Vector2,
): { at: Vector3; on: Picked["on"] } {
  const near = corners.map((c) => ({ c, px: pixel(c).distanceTo(pressed) })).sort((a, b) => a.px - b.px)[0];
  if (near.px <= SNAP_CORNER_PX) return { at: near.c, on: "corner" };
  const onEdges = corners
    .map((a, i) => {
      const b = corners[(i + 1) % 3];
      const along = b.clone().sub(a);
      const f = Math.min(1, Math.max(0, point.clone().sub(a).dot(along) / along.lengthSq()));
      const at = a.clone().addScaledVector(along, f);
      return { at, px: pixel(at).distanceTo(pressed) };
    })
    .sort((a, b) => a.px - b.px)[0];
  return onEdges.px <= SNAP_EDGE_PX ? { at: onEdges.at, on: "edge" } : { at: point, on: "face" };
}
