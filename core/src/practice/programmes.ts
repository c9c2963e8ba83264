import * as z from 'zod';
import { shipped } from '../shipped.js';
import { Programme } from './programme.js';
import rows from './programmes.json';

/** The programmes that come with the application. */
export const PROGRAMMES: readonly Programme[] = shipped(z.array(Programme), rows);
