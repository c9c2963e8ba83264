import { desc, eq } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { devices, house } from '../db/schema.js';

export type DeviceRow = typeof devices.$inferSelect;

/** What holds for the whole house, and the devices that were in it. */
export function houseRepository(db: Db) {
  return {
    get: async <T>(key: string): Promise<T | null> => {
      const [row] = await db.select().from(house).where(eq(house.key, key));
      return (row?.value as T | undefined) ?? null;
    },
    put: async (key: string, value: unknown): Promise<void> => {
      await db.insert(house).values({ key, value }).onConflictDoUpdate({ target: house.key, set: { value } });
    },
    forget: async (key: string): Promise<void> => {
      await db.delete(house).where(eq(house.key, key));
    },
    devices: (): Promise<DeviceRow[]> => db.select().from(devices).orderBy(desc(devices.lastSeen)),
    /** Remembers a device; what it knew of its health stays unless new health is given. */
    sawDevice: async (d: { name: string; kind: string; rate: number; health?: string }): Promise<void> => {
      const lastSeen = new Date();
      await db
        .insert(devices)
        .values({ health: '', ...d, lastSeen })
        .onConflictDoUpdate({ target: devices.name, set: { ...d, lastSeen } });
    },
  };
}

export type HouseRepository = ReturnType<typeof houseRepository>;
