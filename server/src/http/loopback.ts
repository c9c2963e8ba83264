/** Whether an address is this machine's own, reached from nowhere else. */
export const loopback = (address: string): boolean => /^(::1$|127\.|::ffff:127\.)/.test(address);
