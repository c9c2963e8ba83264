/** What a pupil's page is made of, and the page itself, as a browser keeps them. */
export const PARTS = 'vilko-parts';
export const PAGES = 'vilko-pages';
export const PICTURES = 'vilko-pictures';
