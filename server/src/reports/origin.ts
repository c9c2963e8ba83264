import { isIPv6 } from 'node:net';
import { networkInterfaces } from 'node:os';
import { loopback } from '../http/loopback.js';

interface Listening {
  readonly address: string;
  readonly port: number;
}

const ANY = new Set(['0.0.0.0', '::']);

/** This machine's address in its network, IPv4 before IPv6; null without a network. */
function ownAddress(): string | null {
  const all = Object.values(networkInterfaces())
    .flatMap((x) => x ?? [])
    .filter((x) => !x.internal && !x.address.startsWith('fe80'));
  return (all.find((x) => x.family === 'IPv4') ?? all[0])?.address ?? null;
}

/** Where a phone reaches the server, "http://192.168.1.20:4310"; null when it listens on this machine only. */
export function originOf(listening: readonly Listening[], own: () => string | null = ownAddress): string | null {
  const open = listening.find((l) => !loopback(l.address));
  if (!open) return null;
  const host = ANY.has(open.address) ? own() : open.address;
  return host === null ? null : `http://${isIPv6(host) ? `[${host}]` : host}:${open.port}`;
}
