/** Boards, standings, zones and layers of a scene, and its camera. */
import Joi from "joi";
import { count, id, name, within } from "../field";
import { LIMITS } from "../limits";
import {
  BOARD_MATERIALS,
  GROUND_METHODS,
  KEEP_CLEAR,
  REAL_GROUNDS,
  SCORINGS,
  type Board,
  type CameraSaid,
  type CutStock,
  type GroundLayer,
  type GroundZone,
  type Panel,
  type Scored,
  type Scoring,
  type SaidBoardLayer,
  type Standing,
  type StandsOn,
} from "../ground";
import { strict } from "./blocks";

const turn = within({ least: -360, most: 360 });

/** Corners of an outline, x and y in turn. */
const outline = Joi.array()
  .min(2 * LIMITS.corners.least)
  .max(2 * LIMITS.corners.most)
  .items(within(LIMITS.boardMm))
  .custom((ring: number[], helpers) =>
    ring.length % 2 === 0 ? ring : helpers.message({ custom: "{{#label}} needs an x and a y for each corner" }),
  );

const boardSchema = strict<Board>({
  id,
  name,
  outlineMm: outline,
  layers: Joi.array()
    .min(1)
    .max(LIMITS.boardLayers)
    .items(
      strict<SaidBoardLayer>({
        id,
        material: Joi.string().valid(...Object.keys(BOARD_MATERIALS)),
        thicknessMm: within(LIMITS.boardLayerMm),
        eMPa: within(LIMITS.eMPa).allow(null),
      }),
    ),
  rimMm: within(LIMITS.rimMm),
  liftMm: within({ least: 0, most: LIMITS.placeMm }),
  handsMm: Joi.array().length(2).items(within(LIMITS.boardMm)).allow(null),
  partId: id.allow(null),
});

const standingSchema = strict<Standing>({
  id,
  partId: id,
  on: Joi.alternatives(
    strict<Extract<StandsOn, { kind: "board" }>>({ kind: Joi.string().valid("board"), boardId: id }),
    strict<Extract<StandsOn, { kind: "copy" }>>({ kind: Joi.string().valid("copy"), standingId: id }),
    strict<{ kind: "table" }>({ kind: Joi.string().valid("table") }),
  ),
  xMm: within(LIMITS.boardMm),
  yMm: within(LIMITS.boardMm),
  turnDeg: turn,
  liftMm: within(LIMITS.boardMm),
  leanDeg: within(LIMITS.leanDeg),
});

const zoneSchema = strict<GroundZone>({
  id,
  boardId: id,
  name,
  is: Joi.string().valid(...Object.keys(REAL_GROUNDS), ...Object.keys(KEEP_CLEAR)),
  outlineMm: outline,
  levelMm: within(LIMITS.boardMm),
  slopeDeg: within(LIMITS.zoneSlopeDeg),
  ballMm: within({ least: 0, most: 500 }),
});

const layerSchema = strict<GroundLayer>({
  id,
  zoneId: id,
  methodId: Joi.string().valid(...GROUND_METHODS.map((m) => m.id)),
  depthMm: within(LIMITS.layerDepthMm),
  by: Joi.string().valid("volume", "mass"),
});

const cameraSchema = strict<CameraSaid>({
  focalMm: within(LIMITS.focalMm),
  sensorMm: Joi.array().length(2).items(within(LIMITS.sensorMm)),
  stop: within(LIMITS.stop),
  distanceMm: within({ least: 50, most: LIMITS.cameraMm.most }),
  heightMm: within(LIMITS.cameraMm),
  fromDeg: turn,
  backdropMm: within(LIMITS.cameraMm),
});

export const groundSchemas = {
  boards: Joi.array().max(LIMITS.boards).items(boardSchema).optional(),
  standings: Joi.array().max(LIMITS.standings).items(standingSchema).optional(),
  zones: Joi.array().max(LIMITS.groundZones).items(zoneSchema).optional(),
  layers: Joi.array().max(LIMITS.groundLayers).items(layerSchema).optional(),
  camera: cameraSchema.optional(),
  panels: Joi.array()
    .max(LIMITS.panels)
    .items(
      strict<Panel>({
        id,
        name,
        widthMm: within(LIMITS.panelMm),
        heightMm: within(LIMITS.panelMm),
        count: count(LIMITS.panelCount),
        scored: strict<Scored>({
          as: Joi.string()
            .valid(...(Object.keys(SCORINGS) as Scoring[]))
            .required(),
          unitMm: Joi.array().ordered(within(LIMITS.scoredMm), within(LIMITS.scoredMm)).length(2).required(),
        }).optional(),
      }),
    )
    .optional(),
  stock: strict<CutStock>({
    widthMm: within(LIMITS.boardSideMm),
    heightMm: within(LIMITS.boardSideMm),
    sheets: count(LIMITS.sheets),
    kerfMm: within(LIMITS.kerfMm),
  }).optional(),
};
