/**
 * The evening's work on another device. A list goes to it, and an answer comes back: both are small, so that they fit a file, a code or a
 * network. What the steps begin with stays in the browser that handed the list out; the answer names steps by their number on it.
 */
import Joi from "joi";
import { count, duration, id, text } from "../field";
import { LIMITS } from "../limits";
import type { StepResult } from "../project";
import { hashSchema, moment, strict } from "../rows";

export const LIST_FORMAT = "inch-hollow-list";
export const ANSWER_FORMAT = "inch-hollow-answer";
const VERSION = 1;

/** Steps of a list at most: an evening has fewer. */
export const MOST_AWAY = 200;
/** Pictures that an answer carries at most, and the length of one as text. */
const MOST_PICTURES = 400;
const MOST_PICTURE = 2_000_000;

/** One step of one part. */
export interface AwayPiece {
  /** Its number on the list. */
  n: number;
  name: string;
  /** Hands-on time and the wait after it, s. */
  handsS: number;
  waitS: number;
  /** Numbers of those that must be done, and must have waited, before it. */
  after: number[];
  /** Something at home prints or sets until then. */
  notBefore?: number;
  /** What lies on the plate that it clears, to be counted. */
  plate: { name: string; pieces: number }[];
}

/** One go at the bench. */
export interface AwayGo {
  title: string;
  /** Of another scene than the list's. */
  scene?: string;
  /** Cautions and lessons, in words. */
  care: string[];
  learned: string[];
  pieces: AwayPiece[];
}

export interface AwayList {
  format: typeof LIST_FORMAT;
  version: number;
  id: string;
  at: number;
  scene: string;
  goes: AwayGo[];
}

/** How one step ended, by the other device's clock. */
export interface AwayStep {
  n: number;
  from: number;
  until: number;
  /** Its share of the time at the bench; null where nobody knows. */
  tookS: number | null;
  result: StepResult;
  /** Of each part on its plate. */
  failed: number[];
  wentWrong: string;
  note: string;
}

export interface AwayAnswer {
  format: typeof ANSWER_FORMAT;
  version: number;
  list: string;
  /** When the list was opened there, and when this was sent: by that clock. */
  openedAt: number;
  at: number;
  steps: AwayStep[];
  /** JPEG in base64; they do not fit a code. */
  pictures: { n: number; hash: string; jpeg: string }[];
}

const number = count({ least: 1, most: MOST_AWAY });
const n = number.required();
const said = text(LIMITS.wentWrong);
const pieces = count(LIMITS.pieces);

const pieceSchema = strict<AwayPiece>({
  n,
  name: text(LIMITS.name).required(),
  handsS: duration.required(),
  waitS: duration.required(),
  after: Joi.array().max(MOST_AWAY).items(number),
  notBefore: moment.optional(),
  plate: Joi.array()
    .max(LIMITS.platePieces)
    .items(strict<AwayPiece["plate"][number]>({ name: text(LIMITS.name).required(), pieces })),
});

export const listSchema = strict<AwayList>({
  format: Joi.string().valid(LIST_FORMAT).required(),
  version: Joi.number().valid(VERSION).required(),
  id,
  at: moment.required(),
  scene: text(LIMITS.name).required(),
  goes: Joi.array()
    .max(MOST_AWAY)
    .items(
      strict<AwayGo>({
        title: text(LIMITS.title).required(),
        scene: text(LIMITS.name).optional(),
        care: Joi.array().max(30).items(text(2000)),
        learned: Joi.array().max(10).items(text(LIMITS.title)),
        pieces: Joi.array().min(1).max(MOST_AWAY).items(pieceSchema),
      }),
    ),
});

export const answerSchema = strict<AwayAnswer>({
  format: Joi.string().valid(ANSWER_FORMAT).required(),
  version: Joi.number().valid(VERSION).required(),
  list: id,
  openedAt: moment.required(),
  at: moment.required(),
  steps: Joi.array()
    .max(MOST_AWAY)
    .unique("n")
    .items(
      strict<AwayStep>({
        n,
        from: moment.required(),
        until: moment.min(Joi.ref("from")).required(),
        tookS: duration.allow(null).required(),
        result: Joi.string().valid("good", "partly", "failed").required(),
        failed: Joi.array().max(LIMITS.platePieces).items(pieces),
        wentWrong: said.allow("").required(),
        note: said.allow("").required(),
      }),
    ),
  pictures: Joi.array()
    .max(MOST_PICTURES)
    .items(
      strict<AwayAnswer["pictures"][number]>({
        n,
        hash: hashSchema.required(),
        jpeg: Joi.string().base64().max(MOST_PICTURE).required(),
      }),
    ),
});

export const newList = (list: Omit<AwayList, "format" | "version">): AwayList => ({ format: LIST_FORMAT, version: VERSION, ...list });
export const newAnswer = (answer: Omit<AwayAnswer, "format" | "version">): AwayAnswer => ({
  format: ANSWER_FORMAT,
  version: VERSION,
  ...answer,
});
