/** Where the journeys' shared house listens: each half of them has one of its own, so that both can run at once. */
export const PORT = Number(process.env['VILKO_JOURNEYS_PORT'] ?? 4391);
