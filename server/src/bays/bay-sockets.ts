import { BAY_SOCKETS, Hello, MonitorHello, MonitorShot, NO_SHOT } from '@vilko/contract';
import { DEVICES, VilkoError } from '@vilko/core';
import type { FastifyInstance } from 'fastify';
import type { WebSocket } from 'ws';
import type * as z from 'zod';
import { API } from '../http/serve.js';
import { parsed } from '../http/words.js';
import type { ShotService } from '../swings/shot-service.js';
import type { SwingService } from '../swings/swing-service.js';
import type { BayHandle } from './bay.js';
import type { FeedHandler } from './bay-services.js';
import type { Bays } from './bays.js';

export interface BaySockets {
  readonly bays: Bays;
  readonly shots: ShotService;
  readonly swings: SwingService;
}

/** A picture counts as gone once less than this is waiting in the socket. */
const EMPTY = 1;

/** One connection: `refuse` says why and hangs up. */
interface Line {
  readonly socket: WebSocket;
  readonly refuse: (why: string) => void;
  /** Takes every message; what it fails at ends this connection with a sentence, never the house. */
  readonly hear: (take: (data: Buffer, isBinary: boolean) => void) => void;
}
/** What a device or monitor says, to its bay. */
type Talk = (line: Line, bay: BayHandle) => void;

/**
 * The sockets of every bay. A device or monitor that names no bay (`/api/feed`, `/api/shots`) speaks to the first one;
 * a browser that names none sees the first one.
 */
export function baySockets(app: FastifyInstance, { bays, shots, swings }: BaySockets, done: () => void): void {
  const talks: Readonly<Record<keyof typeof BAY_SOCKETS, Talk>> = {
    feed: hearDevice,
    shots: (line, bay) => hearMonitor(line, bay, { shots, swings }),
    live: showLive,
  };
  for (const [name, { path, who }] of Object.entries(BAY_SOCKETS) as [
    keyof typeof talks,
    (typeof BAY_SOCKETS)['feed'],
  ][])
    for (const url of [path.slice(API.length), `/${name}`])
      app.get<{ Params: { bay?: string } }>(
        url,
        { websocket: true, config: { who }, schema: { hide: true } },
        (socket, request) => {
          const refuse = (why: string): void => {
            socket.send(JSON.stringify({ type: 'refused', message: why }));
            socket.close(1008, why.slice(0, 100));
          };
          const { bay: id } = request.params;
          const bay = id === undefined ? bays.first() : bays.one(id);
          if (!bay) return refuse('there is no such bay');
          const hear: Line['hear'] = (take) =>
            socket.on('message', (data: Buffer, isBinary: boolean) => {
              try {
                take(data, isBinary);
              } catch (e) {
                request.log.error(e);
                refuse('this message could not be taken: the connection is ended, everything else goes on');
              }
            });
          talks[name]({ socket, refuse, hear }, bay);
        },
      );
  done();
}

/** Why words were not understood: the first thing that is wrong with them. */
const wrongWith = ({ issues }: z.ZodError): string => `${issues[0]?.path.join('.')} ${issues[0]?.message}`;

function hearDevice({ socket, refuse, hear }: Line, bay: BayHandle): void {
  let handler: FeedHandler | null = null;
  hear((data, isBinary) => {
    if (isBinary)
      return handler
        ? handler.binary(new Uint8Array(data.buffer, data.byteOffset, data.byteLength))
        : refuse('say hello first');
    const hello = Hello.safeParse(parsed(data));
    if (!hello.success) return refuse(`hello not understood: ${wrongWith(hello.error)}`);
    const { kind, plates } = hello.data.device;
    const wanted = DEVICES[kind].plates;
    if (plates.length !== wanted)
      return refuse(`a device of kind ${kind} has ${wanted} plates, this one says ${plates.length}`);
    try {
      handler = bay.connect(hello.data, (who) => socket.send(JSON.stringify({ type: 'who', ...who })));
    } catch (e) {
      if (!(e instanceof VilkoError)) throw e;
      return refuse(e.message);
    }
  });
  socket.on('close', () => handler?.closed());
}

function hearMonitor(
  { socket, refuse, hear }: Line,
  bay: BayHandle,
  { shots, swings }: Pick<BaySockets, 'shots' | 'swings'>,
): void {
  let monitor: MonitorHello | null = null;
  hear((data) => {
    const words = parsed(data);
    if (!monitor) {
      const hello = MonitorHello.safeParse(words);
      if (!hello.success) return refuse(`hello not understood: ${wrongWith(hello.error)}`);
      monitor = hello.data;
      return bay.monitor(monitor.name);
    }
    const shot = MonitorShot.safeParse(words);
    if (!shot.success) return refuse(`shot not understood: ${wrongWith(shot.error)}`);
    const { lessonId, state } = bay.state();
    // a bay that sleeps belongs to nobody: no ball is put into anybody's lesson
    if (!lessonId || state === 'asleep') return;
    const { name: from, sides } = monitor;
    const at = new Date(Date.now() - 1000 * shot.data.ago);
    const values = { ...NO_SHOT, ...shot.data.values };
    void shots
      .arrive({ lessonId, at, from, values, absolute: sides === 'absolute' })
      .then(async (s) => {
        const swing = s.swingId && (await swings.head(s.swingId));
        if (swing) bay.tell(swing);
      })
      .catch((e: unknown) => refuse(`the shot could not be stored: ${(e as Error).message}`));
  });
  socket.on('close', () => monitor && bay.monitor(null));
}

function showLive({ socket }: Line, bay: BayHandle): void {
  const leave = bay.watch({
    say: (m) => socket.send(JSON.stringify(m)),
    show: (frame) => socket.send(frame),
    busy: () => socket.bufferedAmount >= EMPTY,
  });
  socket.on('close', leave);
}
