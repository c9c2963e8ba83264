import type { DeviceKind } from './device-kinds.js';
import placing from './placing.json';

const OF_KIND: Readonly<Record<DeviceKind, readonly string[]>> = placing;

/** How a device is placed so that its numbers mean what they say: what holds for its kind, then for all. */
export const placingOf = (kind: DeviceKind): readonly string[] => [...OF_KIND[kind], ...placing.every];
