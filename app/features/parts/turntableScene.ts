/** A small three scene: one mesh, one lamp from the upper left, drawn only when something changes. */
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
  Scene,
  Vector3,
  WebGLRenderer,
} from "three";
import type { TurntableMesh } from "~workers/mesh/protocol";

/** Edges are drawn up to this many triangles; above it they would only be a grey mist. */
const MOST_FOR_EDGES = 60000;

/** @returns a function that takes everything down again */
export function showOnTurntable(holder: HTMLElement, { positions, indices }: TurntableMesh): () => void {
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
  const body = new Mesh(geometry, new MeshLambertMaterial({ color: colour("--paper"), flatShading: true }));
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
  let held: { x: number; y: number } | null = null;
  const onDown = (e: PointerEvent): void => {
    held = { x: e.clientX, y: e.clientY };
    holder.setPointerCapture(e.pointerId);
  };
  const onMove = (e: PointerEvent): void => {
    if (!held) return;
    move((held.x - e.clientX) / 120, (e.clientY - held.y) / 140);
    held = { x: e.clientX, y: e.clientY };
  };
  const onUp = (): void => {
    held = null;
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
  return () => {
    holder.removeEventListener("pointerdown", onDown);
    holder.removeEventListener("pointermove", onMove);
    holder.removeEventListener("pointerup", onUp);
    holder.removeEventListener("wheel", onWheel);
    holder.removeEventListener("keydown", onKey);
    geometry.dispose();
    edges?.dispose();
    renderer.dispose();
    holder.replaceChildren();
  };
}
