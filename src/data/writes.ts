import { hashKey, type QueryClient, type QueryKey } from '@tanstack/react-query';

/** One change of what a query shows, on its way into the store. */
export interface Write<D, R = unknown> {
  key: QueryKey;
  /** What the change makes of the data: shown at once, and again on whatever else comes meanwhile. */
  patch(data: D): D;
  /** Writes it. The data on which it was last shown is given to it. */
  write(shown: D | undefined): Promise<R>;
  /** What the store made of it; without this the patch itself is what is kept. */
  settle?(data: D, result: R): D;
  /** Shows it only once it is kept. */
  quiet?: true;
}

interface Line<D> {
  /** As it is stored, as far as this page knows. */
  stored: D | undefined;
  /** Changes that are being written, in order. */
  pending: ((data: D) => D)[];
}

/**
 * All writes go through here: what is being fetched for the same query is stopped (it may have been read before the write), the change
 * shows, is written, and is made on what is stored then. A write that fails takes back its own change and no other one.
 */
export class Writes {
  private readonly lines = new Map<string, object>();

  constructor(private readonly client: QueryClient) {}

  /** What a fetch has brought, with the changes on it that are still being written. */
  fetched<D>(key: QueryKey, stored: D): D {
    const line = this.lineOf(key, stored);
    line.stored = stored;
    return apply(stored, line.pending);
  }

  /** What is stored of a query, as far as this page knows: without changes that are being written. */
  stored<D>(key: QueryKey): D | undefined {
    return this.known<D>(key)?.stored;
  }

  /** Changes what is known without writing: for what follows from something else that was stored. */
  update<D>(key: QueryKey, change: (data: D) => D): void {
    const line = this.known<D>(key);
    if (line?.stored === undefined) return;
    const next = change(line.stored);
    if (next === line.stored) return;
    line.stored = next;
    this.show(key, line);
  }

  /** Forgets what is known of one query: what is read next is something else. */
  forget(key: QueryKey): void {
    this.lines.delete(hashKey(key));
  }

  /** Forgets everything, for another store. */
  clear(): void {
    this.lines.clear();
  }

  async commit<D, R = unknown>({ key, patch, write, settle, quiet }: Write<D, R>): Promise<R> {
    const had = this.client.getQueryData<D>(key);
    const running = had !== undefined && this.client.isFetching({ queryKey: key, exact: true }) > 0;
    if (running) await this.client.cancelQueries({ queryKey: key, exact: true });
    const line = this.lineOf(key, had);
    if (!quiet) {
      line.pending.push(patch);
      this.show(key, line);
    }
    const take = () => {
      line.pending = line.pending.filter((p) => p !== patch);
    };
    try {
      const result = await write(this.client.getQueryData<D>(key));
      take();
      // Another tab may have changed it meanwhile, and it was read again: the change goes onto that.
      if (line.stored !== undefined) line.stored = settle ? settle(line.stored, result) : patch(line.stored);
      this.show(key, line);
      return result;
    } catch (e) {
      take();
      this.show(key, line);
      throw e;
    } finally {
      // What was stopped may have had news of another tab.
      if (running) void this.client.invalidateQueries({ queryKey: key, exact: true });
    }
  }

  /** What a key stands for is always of one type, as it is for the query client: whoever names the key names the type. */
  private known<D>(key: QueryKey): Line<D> | undefined {
    return this.lines.get(hashKey(key)) as Line<D> | undefined;
  }

  private lineOf<D>(key: QueryKey, stored: D | undefined): Line<D> {
    const known = this.known<D>(key);
    if (known) return known;
    const line: Line<D> = { stored, pending: [] };
    this.lines.set(hashKey(key), line);
    return line;
  }

  private show<D>(key: QueryKey, line: Line<D>): void {
    if (line.stored !== undefined) this.client.setQueryData(key, apply(line.stored, line.pending));
  }
}

const apply = <D>(stored: D, pending: Line<D>['pending']): D => pending.reduce((data, change) => change(data), stored);
