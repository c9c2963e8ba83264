/** Where the journeys' shared house listens; another port for who runs some of them beside others. */
export const PORT = Number(process.env['VILKO_JOURNEYS_PORT'] ?? 4391);
