/**
 * What is kept free on the server's disk for its database, bytes: its log grows by 16 MB at a time, and one that cannot
 * end what it has begun stands still for good.
 */
export const KEPT_FREE = 128 * 2 ** 20;
