import type { BayHead, BayLine, BayPlace, LittleRoom, SwingHead, WorkBehind } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import { BayHandle } from './bay.js';
import type { BayServices } from './bay-services.js';
import type { BayRepository } from './bay-repository.js';

/** Every bay of the house, each with its own device, screens and lesson. */
export async function openBays(repository: BayRepository, services: Omit<BayServices, 'keepPlace'>) {
  const open = new Map<string, BayHandle>();
  const place = (id: string) => (p: BayPlace | null) => repository.keepPlace(id, p);
  const handle = ({ id, name }: BayHead): BayHandle =>
    new BayHandle({ id, name }, { ...services, keepPlace: place(id) });
  for (const bay of await repository.all()) {
    const made = handle(bay);
    open.set(bay.id, made);
    if (bay.place) await made.restore(bay.place);
  }
  const all = (): BayHandle[] => [...open.values()];
  return {
    all,
    lines: (): BayLine[] =>
      all().map((b) => {
        const { id, name, who, state, device } = b.state();
        return { id, name, who, state, device: device?.connected ? device.kind : null };
      }),
    one: (id: string): BayHandle | null => open.get(id) ?? null,
    /** The bay of whoever names none. */
    first: (): BayHandle => all()[0]!,
    /** Adds a bay; its address is made of its name. */
    async add(name: string): Promise<BayHead> {
      const id = name
        .toLowerCase()
        .replaceAll(/[^a-z0-9]+/g, '-')
        .replaceAll(/^-|-$/g, '');
      if (!id) throw new VilkoError('bad-option', 'a bay needs a name with a letter or a figure in it');
      if (open.has(id))
        throw new VilkoError('bad-option', `there is a bay called ${open.get(id)!.state().name} already`);
      const bay = await repository.add({ id, name });
      open.set(id, handle(bay));
      return bay;
    },
    /** A pupil's record has changed: every bay where they may stand reads it anew. */
    refresh: async (): Promise<void> => {
      await Promise.all(all().map((b) => b.refresh()));
    },
    /** Every screen is told of a swing that came by another way than a bay. */
    tell: (swing: SwingHead): void => all().forEach((b) => b.tell(swing)),
    /** Every screen is told what the server works at; null once it is done. */
    works: (work: WorkBehind | null): void => all().forEach((b) => b.works(work)),
    /** Every screen is told that the disk has little room left; null where it has enough. */
    room: (room: LittleRoom | null): void => all().forEach((b) => b.room(room)),
    close: (): void => all().forEach((b) => b.close()),
  };
}

export type Bays = Awaited<ReturnType<typeof openBays>>;
