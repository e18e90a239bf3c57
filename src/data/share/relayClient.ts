/** none: this server passes nothing on. away: it does not answer. refused: too many wrong codes came from here. full: a message is larger than it takes. */
export type RelayTrouble = 'none' | 'away' | 'refused' | 'full';
export class RelayProblem extends Error {
  constructor(readonly trouble: RelayTrouble) {
    super(`The server does not pass messages on: ${trouble}`);
    this.name = 'RelayProblem';
  }
}

export interface News {
  /** Another one after each start of the server: what lay there is gone. */
  life: string;
  /** Slots that are other ones than the caller has, with their tags. */
  fresh: Record<string, string>;
}

/** The server, as far as it passes messages on; see `server/relay.ts`. */
export interface RelayClient {
  put(slot: string, bytes: Uint8Array): Promise<void>;
  get(slot: string): Promise<Uint8Array | undefined>;
  remove(slot: string): Promise<void>;
  /** Waits until one of the slots is another one. @param have tags that the caller has, '' for none @param life of the server, as the caller knows it */
  wait(have: Readonly<Record<string, string>>, life: string, signal: AbortSignal): Promise<News>;
  ask(name: string, bytes: Uint8Array): Promise<void>;
  asked(name: string): Promise<Uint8Array | undefined>;
  unask(name: string): Promise<void>;
}

/** A wait that the server does not end by itself is ended here, ms. */
const MOST_WAIT_MS = 40_000;
const MOST_MS = 20_000;

/** @param base address of the relay, without a slash behind it */
export function relayAt(base: string, fetched: typeof fetch = fetch): RelayClient {
  const call = async (path: string, init: RequestInit, ms = MOST_MS): Promise<Response> => {
    const timeout = AbortSignal.timeout(ms);
    const signal = init.signal ? AbortSignal.any([init.signal, timeout]) : timeout;
    let res: Response;
    try {
      res = await fetched(`${base}${path}`, { ...init, signal });
    } catch (e) {
      if (init.signal?.aborted) throw e;
      throw new RelayProblem('away');
    }
    if (res.status === 429) throw new RelayProblem('refused');
    if (res.status === 413) throw new RelayProblem('full');
    if (!res.ok && res.status !== 404) throw new RelayProblem('away');
    return res;
  };
  const bytesOf = async (res: Response): Promise<Uint8Array | undefined> =>
    res.ok ? new Uint8Array(await res.arrayBuffer()) : undefined;
  const put = async (path: string, bytes: Uint8Array): Promise<void> => {
    const headers = { 'Content-Type': 'application/octet-stream' };
    const res = await call(path, { method: 'PUT', body: new Uint8Array(bytes), headers });
    // A server of pages alone knows no such address.
    if (!res.ok) throw new RelayProblem('none');
  };
  return {
    put: (slot, bytes) => put(`/slot/${slot}`, bytes),
    get: async (slot) => bytesOf(await call(`/slot/${slot}`, {})),
    remove: async (slot) => void (await call(`/slot/${slot}`, { method: 'DELETE' })),
    async wait(have, life, signal) {
      const headers = { 'Content-Type': 'application/json' };
      const init = { method: 'POST', body: JSON.stringify({ have, life }), headers, signal };
      const res = await call('/wait', init, MOST_WAIT_MS);
      if (!res.ok || !res.headers.get('content-type')?.includes('json')) throw new RelayProblem('none');
      return (await res.json()) as News;
    },
    ask: (name, bytes) => put(`/invite/${name}`, bytes),
    asked: async (name) => bytesOf(await call(`/invite/${name}`, {})),
    unask: async (name) => void (await call(`/invite/${name}`, { method: 'DELETE' })),
  };
}
