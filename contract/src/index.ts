export * from './lesson.js';
export * from './swing.js';
export * from './bay.js';
export * from './feed.js';
export * from './problem.js';
