/** A worker's question before it is given the number by which its answer is known. */
export type WithoutId<Q> = Q extends unknown ? Omit<Q, 'id'> : never;
