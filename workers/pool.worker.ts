/** A worker of the pool. Each job is a file of its own, loaded when it is first run. */
import { serve } from "./serve";
import type { Jobs } from "./protocol";

serve<Jobs>({
  read: async () => (await import("./jobs/read")).read,
  result: async () => (await import("./jobs/result")).result,
  mend: async () => (await import("./jobs/mend")).mend,
  write: async () => (await import("./jobs/write")).write,
  turntable: async () => (await import("./jobs/turntable")).turntable,
  weather: async () => (await import("./jobs/weather")).weather,
  look: async () => (await import("./jobs/look")).look,
  pair: async () => (await import("./jobs/pair")).pair,
  readBundle: async () => (await import("./jobs/bundle")).unpack,
  writeBundle: async () => (await import("./jobs/bundle")).pack,
  readBackup: async () => (await import("./jobs/backup")).unpack,
  writeBackup: async () => (await import("./jobs/backup")).pack,
  hollow: async () => (await import("./jobs/hollow")).hollow,
  split: async () => (await import("./jobs/split")).split,
  layOnBoard: async () => (await import("./jobs/board")).layOnBoard,
  layOut: async () => (await import("./jobs/plates")).lay,
  coupon: async () => (await import("./jobs/coupon")).coupon,
  mat: async () => (await import("./jobs/plates")).mat,
  plateFaults: async () => (await import("./jobs/plates")).faults,
  mixes: async () => (await import("./jobs/mixes")).mixes,
  lines: async () => (await import("./jobs/lines")).lines,
  picture: async () => (await import("./jobs/picture")).picture,
  gcode: async () => (await import("./jobs/gcode")).gcode,
});
