import * as z from 'zod';
import { Drill } from './drills/drill.js';
import { DRILLS } from './drills/drills.js';
import './index.js';
import { SHIPPED, SHIPPED_AS } from './shipped.js';

/** What comes without a schema, and what it is to hold to. */
const HELD = new Map<unknown, z.ZodType>([[DRILLS, z.array(Drill)]]);

describe('what comes with the application', () => {
  it('holds to its schemas, with nothing in it that they do not know or would fill in', () => {
    expect(SHIPPED.length).toBeGreaterThan(10);
    for (const { schema, data } of SHIPPED) expect(schema.parse(data)).toEqual(data);
  });

  it('holds to the schemas that browsers are spared, each of it', () => {
    expect([...HELD.keys()]).toEqual(SHIPPED_AS);
    for (const [data, schema] of HELD) expect(schema.parse(data)).toEqual(data);
  });
});
