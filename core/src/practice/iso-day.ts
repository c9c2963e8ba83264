import * as z from 'zod';

export const IsoDay = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);
