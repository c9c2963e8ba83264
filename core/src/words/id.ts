/**
 * What stands in an address for a name, at most 54 letters so that a number fits behind.
 * @example idFrom('Step off the ferry', 'drill') // 'step-off-the-ferry'
 */
export const idFrom = (name: string, otherwise: string): string =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 54)
    .replace(/^-+|-+$/g, '') || otherwise;
