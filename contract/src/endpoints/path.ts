export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/** An address as it is written, `GET /api/bays`, in its two parts. */
export function addressIn(address: string): { readonly method: Method; readonly path: string } {
  const [method, path] = address.split(' ') as [Method, string];
  return { method, path };
}

/** Names in a path, in order. */
export const namesIn = (path: string): string[] => [...path.matchAll(/:(\w+)/g)].map(([, n]) => n!);

/** A path with its names filled in; each is one segment, whatever it holds. */
export const pathOf = (path: string, params: Readonly<Record<string, unknown>>): string =>
  path.replaceAll(/:(\w+)/g, (_, n: string) => encodeURIComponent(String(params[n])));
