import * as z from 'zod';
import { Drill } from './drills/drill.js';
import { DRILLS } from './drills/drills.js';
import './index.js';
import { SelfCheck } from './practice/self-check.js';
import { SELF_CHECKS } from './practice/self-checks.js';
import { SHIPPED, SHIPPED_AS } from './shipped.js';

/** What comes without a schema, and what it is to hold to. */
const HELD = new Map<unknown, z.ZodType>([
  [DRILLS, z.array(Drill)],
  [SELF_CHECKS, z.array(SelfCheck)],
]);

describe('what comes with the application', () => {
  it('holds to its schemas, with nothing in it that they do not know or would fill in', () => {
    expect(SHIPPED.length).toBeGreaterThan(10);
    for (const { schema, data } of SHIPPED) expect(schema.parse(data)).toEqual(data);
  });

  it('holds to the schemas that browsers are spared, each of it', () => {
    for (const data of SHIPPED_AS) expect(HELD.has(data)).toBeTrue();
    expect(HELD.size).toBe(SHIPPED_AS.length);
    for (const [data, schema] of HELD) expect(schema.parse(data)).toEqual(data);
  });
});
