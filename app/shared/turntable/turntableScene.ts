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
import { rangeOf, turnRows, type MeshField, type Turn } from "~core/mesh";
import type { Grain } from "~core/surface";
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

/** A layer is about so high on the screen when its lines are first looked at. */
const FIRST_LAYER_PX = 3;
const MOST_ZOOM = 60;

/** How the lines of layers are drawn: what points up as it is printed, how high a layer is, and what share of its steps is left. */
export interface LowLight {
  turn: Turn;
  grain: Grain;
  leaves: number;
}

/** A press snaps to a corner of the facet within so many pixels, else to its edge within so many. */
const SNAP_CORNER_PX = 16;
const SNAP_EDGE_PX = 10;
/** A press that moves further than this turns the part. */
const STILL_PX = 4;

export interface TurntableView {
  /** Shows points, and the line between two that are joined. */
  mark: (points: readonly [number, number, number][], joined: boolean) => void;
  /** Lays layer lines on it under a low lamp. */
  lowLight: (light: LowLight) => void;
  /** The same part with other facets or colours: it stays as it was turned. */
  show: (mesh: TurntableMesh, palette?: readonly string[]) => void;
  dispose: () => void;
}

export function showOnTurntable(
  holder: HTMLElement,
  first: TurntableMesh,
  onPick?: (picked: Picked) => void,
  palette?: readonly string[],
): TurntableView {
  const css = getComputedStyle(document.documentElement);
  const colour = (name: string): Color => new Color(css.getPropertyValue(name).trim());
  const renderer = new WebGLRenderer({ antialias: true });
  renderer.setPixelRatio(Math.min(2, devicePixelRatio));
  renderer.setSize(holder.clientWidth, holder.clientHeight);
  renderer.setClearColor(colour("--board"));
  holder.replaceChildren(renderer.domElement);

  const scene = new Scene();
  const built = (mesh: TurntableMesh, colours?: readonly string[]): Built => build(mesh, colour, colours);
  let at = built(first, palette);
  const { center, radius } = at.geometry.boundingSphere!;
  const skin = new MeshLambertMaterial({ flatShading: true });
  const lines = layerLines(skin);
  const body = new Mesh(at.shown, skin);
  const ambient = new AmbientLight(0xffffff, 1.1);
  scene.add(body, ambient);
  const lamp = new DirectionalLight(0xffffff, 2.2);
  scene.add(lamp);
  const edges = new LineSegments(new BufferGeometry(), new LineBasicMaterial({ color: colour("--ink") }));
  scene.add(edges);
  const put = (next: Built, isColoured: boolean): void => {
    at = next;
    body.geometry = next.shown;
    edges.geometry = next.edges ?? new BufferGeometry();
    skin.color.copy(isColoured ? new Color(0xffffff) : colour("--paper"));
    skin.vertexColors = isColoured;
    skin.needsUpdate = true;
  };
  put(at, first.field !== null);

  const camera = new PerspectiveCamera(32, holder.clientWidth / holder.clientHeight, radius / 50, radius * 20);
  camera.up.set(0, 0, 1);
  let low = false,
    seen = false;
  let turn = -0.9,
    tilt = 0.42,
    distance = radius * 3.6;
  const draw = (): void => {
    const eye = new Vector3(Math.cos(tilt) * Math.cos(turn), Math.cos(tilt) * Math.sin(turn), Math.sin(tilt))
      .multiplyScalar(distance)
      .add(center);
    camera.position.copy(eye);
    camera.lookAt(center);
    // A low lamp rakes over what is looked at.
    lamp.position.set(Math.cos(turn - (low ? 0.95 : 0.8)), Math.sin(turn - (low ? 0.95 : 0.8)), low ? 0.35 : 0.9);
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
    const corners = [hit.face.a, hit.face.b, hit.face.c].map((i) =>
      new Vector3().fromBufferAttribute(at.shown.getAttribute("position"), i),
    );
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
    closer(Math.exp(-e.deltaY / 900));
  };
  const closer = (by: number): void => {
    if (low) {
      // Lines are finer than any part: the eye goes nearer than the part's own border.
      camera.zoom = Math.min(MOST_ZOOM, Math.max(1, camera.zoom * by));
      camera.updateProjectionMatrix();
    } else distance = Math.min(radius * 9, Math.max(radius * 1.5, distance / by));
    draw();
  };
  const onKey = (e: KeyboardEvent): void => {
    if (e.key === "PageUp" || e.key === "PageDown") {
      e.preventDefault();
      return closer(e.key === "PageUp" ? 1.3 : 1 / 1.3);
    }
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
    drop(at);
    marked.dispose();
    renderer.dispose();
    holder.replaceChildren();
  };
  const lowLight = (light: LowLight): void => {
    low = true;
    ambient.intensity = 0.55;
    lamp.intensity = 2.6;
    lines(light);
    if (!seen) {
      // So near at first that a layer is a few pixels high: as in the hand.
      const pxPerMm = holder.clientHeight / (2 * distance * Math.tan((camera.fov * Math.PI) / 360));
      camera.zoom = Math.min(16, Math.max(1, FIRST_LAYER_PX / (pxPerMm * light.grain.layerMm)));
      camera.updateProjectionMatrix();
      seen = true;
    }
    draw();
  };
  const show = (mesh: TurntableMesh, colours?: readonly string[]): void => {
    drop(at);
    put(built(mesh, colours), mesh.field !== null);
    draw();
  };
  return { mark, lowLight, show, dispose };
}

/** A mesh as it is drawn: coloured facet by facet where a field is shown, with edges while they are not too many. */
interface Built {
  geometry: BufferGeometry;
  shown: BufferGeometry;
  edges: EdgesGeometry | null;
}

function build(
  { positions, indices, field }: TurntableMesh,
  colour: (name: string) => Color,
  palette: readonly string[] | undefined,
): Built {
  const geometry = new BufferGeometry();
  geometry.setAttribute("position", new BufferAttribute(positions, 3));
  geometry.setIndex(new BufferAttribute(indices, 1));
  geometry.computeBoundingSphere();
  const most = palette ? palette.map((p) => new Color(p)) : colour("--act");
  return {
    geometry,
    shown: field ? coloured(geometry, field, colour("--paper"), most) : geometry,
    edges: indices.length / 3 <= MOST_FOR_EDGES ? new EdgesGeometry(geometry, 30) : null,
  };
}

function drop({ geometry, shown, edges }: Built): void {
  geometry.dispose();
  shown.dispose();
  edges?.dispose();
}

/**
 * Bends the normals of a material by the steps of layers, as a saw-tooth along the way up of the printer. Where a layer is smaller than a
 * pixel its lines fade: the picture does not hold them, and an eye there would not either.
 */
function layerLines(skin: MeshLambertMaterial): (light: LowLight) => void {
  const up = { value: new Vector3(0, 0, 1) },
    layer = { value: 1 },
    strength = { value: 0 };
  skin.onBeforeCompile = (shader) => {
    Object.assign(shader.uniforms, { stepUp: up, stepLayer: layer, stepLeft: strength });
    shader.vertexShader = shader.vertexShader
      .replace("#include <common>", "#include <common>\nvarying vec3 vPlace;")
      .replace("#include <begin_vertex>", "#include <begin_vertex>\nvPlace = position;");
    shader.fragmentShader = shader.fragmentShader
      .replace(
        "#include <common>",
        "#include <common>\nvarying vec3 vPlace;\nuniform vec3 stepUp;\nuniform float stepLayer;\nuniform float stepLeft;",
      )
      .replace(
        "#include <normal_fragment_maps>",
        `#include <normal_fragment_maps>
        if (stepLeft > 0.0) {
          float along = dot(vPlace, stepUp) / stepLayer;
          float fade = 1.0 - smoothstep(0.25, 0.6, fwidth(along));
          float tooth = fract(along);
          vec3 upSeen = normalize((viewMatrix * vec4(stepUp, 0.0)).xyz);
          // The tread of a step looks up, its riser to the side.
          float lean = tooth < 0.5 ? 0.9 : -0.9;
          normal = normalize(normal + upSeen * lean * stepLeft * fade);
        }`,
      );
  };
  return ({ turn, grain, leaves }) => {
    const [x, y, z] = turnRows(turn)[2];
    up.value.set(x, y, z);
    layer.value = grain.layerMm;
    strength.value = leaves;
  };
}

/**
 * The same shape with a colour for each facet: paper for the least and where there is no value, ink of the accent for the greatest. By the
 * square root, since what is seen of most parts lies near the least. With several colours, that of the number which the value is.
 */
function coloured(geometry: BufferGeometry, field: MeshField, least: Color, most: Color | readonly Color[]): BufferGeometry {
  const apart = geometry.toNonIndexed();
  const [low, high] = rangeOf(field) ?? [0, 1];
  const colours = new Float32Array(field.values.length * 9);
  const at = new Color();
  field.values.forEach((v, t) => {
    at.copy(least);
    if (most instanceof Color) {
      if (v >= low && high > low) at.lerp(most, Math.sqrt((v - low) / (high - low)));
    } else if (v >= 0) at.copy(most[v % most.length]);
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
