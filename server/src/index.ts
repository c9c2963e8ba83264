export { buildApp } from './app.js';
export { openDatabase } from './db/open.js';
