import './index.js';
import { SHIPPED } from './shipped.js';

describe('what comes with the application', () => {
  it('holds to its schemas, with nothing in it that they do not know or would fill in', () => {
    expect(SHIPPED.length).toBeGreaterThan(10);
    for (const { schema, data } of SHIPPED) expect(schema.parse(data)).toEqual(data);
  });
});
