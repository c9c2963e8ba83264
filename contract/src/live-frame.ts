/**
 * One picture of the stance for the browser: loads in N (or relative), positions in m of the stance, then the mat's
 * bytes.
 */
export interface LiveFrame {
  readonly sequence: number;
  /** Device time, s. */
  readonly time: number;
  /** When the newest sample reached the server, ms since the epoch. */
  readonly arrived: number;
  /** Of both feet together. */
  readonly load: number;
  /** Under each foot; NaN where the device does not tell them apart. */
  readonly lead: number;
  readonly trail: number;
  /** Lead x, y, trail x, y, whole x, y; NaN where undefined. */
  readonly places: readonly number[];
  readonly mat: Uint8Array;
}

const LIVE_HEADER = 24 + 9 * 4;

export function packLive(f: LiveFrame): Uint8Array {
  const out = new Uint8Array(LIVE_HEADER + f.mat.byteLength);
  const view = new DataView(out.buffer);
  view.setUint32(0, f.sequence, true);
  view.setFloat64(8, f.time, true);
  view.setFloat64(16, f.arrived, true);
  [f.lead, f.trail, ...f.places, f.load].forEach((v, i) => view.setFloat32(24 + 4 * i, v, true));
  out.set(f.mat, LIVE_HEADER);
  return out;
}

export function unpackLive(bytes: ArrayBuffer): LiveFrame {
  const view = new DataView(bytes);
  const v = (i: number) => view.getFloat32(24 + 4 * i, true);
  return {
    sequence: view.getUint32(0, true),
    time: view.getFloat64(8, true),
    arrived: view.getFloat64(16, true),
    lead: v(0),
    trail: v(1),
    places: [2, 3, 4, 5, 6, 7].map(v),
    load: v(8),
    mat: new Uint8Array(bytes, LIVE_HEADER),
  };
}
