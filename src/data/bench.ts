import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { MINUTE_MS, type ClimateReading, type Message, Refusal, errorText } from '@/core';
import type { DeviceName, DeviceReadings } from '@/core/devices';
import { benchAddress } from './benchAddress';
import { loadDevices } from './boundary';
import { useClimateActions } from './climate';
import { nowMs } from './clock';
import { useData } from './DataProvider';
import { storeName } from './mode';

/** How the devices stand. none: there is no bench, and the air is logged by hand. */
export interface BenchState {
  status: 'none' | 'connecting' | 'live' | 'lost';
  /** Since when, ms. */
  sinceMs?: number;
  /** The last thing heard from the logger, ms. */
  heardMs?: number;
  /** What was not taken, and why the last of it was not. */
  refused: number;
  why?: Message;
  forecastWhy?: Message;
}

const KEY = ['bench'] as const;
const NONE: BenchState = { status: 'none', refused: 0 };
/** Readings that come close together are kept in one write. */
const BATCH_MS = 500;
const AGAIN_MS = 5000;
/** A logger that is connected and says nothing for so long is silent. */
export const SILENT_MS = 20 * MINUTE_MS;
const FORECAST_EVERY_MS = 30 * MINUTE_MS;
/** An empty log is filled this far back. */
const BACK_MS = 2 * 24 * 60 * MINUTE_MS;

export const useBench = (): BenchState =>
  useQuery<BenchState>({ queryKey: KEY, queryFn: () => NONE, initialData: NONE, enabled: false }).data;

/**
 * A browser opens six streams to a server and no more, for all of its tabs: one of them listens for all. Which one that is a lock says, which goes
 * to the next when it is closed; where there are no locks, the one that is looked at.
 * @returns ends it
 */
function asOneOfAll(name: string, lead: () => void, leave: () => void): () => void {
  if (navigator.locks) {
    const waiting = new AbortController();
    let release: (() => void) | undefined;
    void navigator.locks
      .request(
        name,
        { signal: waiting.signal },
        () =>
          new Promise<void>((resolve) => {
            release = resolve;
            lead();
          }),
      )
      .catch(() => undefined);
    return () => {
      waiting.abort();
      if (release) leave();
      release?.();
    };
  }
  let leads = false;
  const look = () => {
    const isSeen = document.visibilityState === 'visible';
    if (isSeen === leads) return;
    leads = isSeen;
    if (leads) lead();
    else leave();
  };
  document.addEventListener('visibilitychange', look);
  look();
  return () => {
    document.removeEventListener('visibilitychange', look);
    if (leads) leave();
  };
}

/** Listens to the bench for as long as the page is open, or hears of it from the tab that does. Placed once. */
export function useBenchConnection(): void {
  const client = useQueryClient();
  const { mode } = useData();
  const { addReadings, saveForecast, storedLog } = useClimateActions();
  useEffect(() => {
    const base = benchAddress();
    if (!base) return;
    let gone = false;
    let source: EventSource | undefined;
    let batch: ClimateReading[] = [];
    let flush: ReturnType<typeof setTimeout> | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const others =
      typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(`bench-${storeName(mode)}`);
    const known = () => client.getQueryData<BenchState>(KEY) ?? NONE;
    const tell = (patch: Partial<BenchState>) => {
      if (gone) return;
      const state = client.setQueryData<BenchState>(KEY, (s) => ({ ...(s ?? NONE), ...patch }));
      others?.postMessage({ state });
    };
    let leads = false;
    if (others)
      others.onmessage = ({ data }: MessageEvent<{ state?: BenchState; asks?: true }>) => {
        if (data.state && !leads) client.setQueryData<BenchState>(KEY, data.state);
        if (data.asks && leads) others.postMessage({ state: known() });
      };
    const refuse = (why: Message) => {
      const s = client.getQueryData<BenchState>(KEY) ?? NONE;
      tell({ refused: s.refused + 1, why });
    };
    const lost = () => {
      const s = client.getQueryData<BenchState>(KEY);
      if (s?.status !== 'lost') tell({ status: 'lost', sinceMs: nowMs() });
    };
    const keep = () => {
      flush = undefined;
      const readings = batch;
      batch = [];
      if (readings.length === 0) return;
      addReadings(readings).catch(() => {
        // The logger gives out what it stores only once: what could not be kept is tried again.
        batch = [...readings, ...batch];
        if (!gone && !flush) flush = setTimeout(keep, AGAIN_MS);
      });
    };

    async function listen(): Promise<void> {
      // From where the log ends: it has to be read before that is known.
      const [{ DEVICES }, log] = await Promise.all([loadDevices(), storedLog()]);
      if (gone) return;
      const last = log.days.at(-1)?.readings.at(-1);
      const since = last ? Math.min(last.atMs, nowMs()) : nowMs() - BACK_MS;
      source = new EventSource(`${base}${DEVICES.climate.path}/stream?sinceMs=${since}&factor=100000`);
      source.onopen = () => tell({ status: 'live', sinceMs: nowMs() });
      source.addEventListener('reading', (e: MessageEvent<string>) => {
        tell({ heardMs: nowMs() });
        let raw: unknown;
        try {
          raw = JSON.parse(e.data);
        } catch {
          return refuse('what came was not a reading');
        }
        const r = DEVICES.climate.accept(raw, nowMs());
        if (!r.ok) return refuse(r.error);
        batch.push(r.value);
        if (!flush) flush = setTimeout(keep, BATCH_MS);
      });
      source.onerror = () => {
        lost();
        // A server that says no closes the stream for good: try again with a new one.
        if (source?.readyState === EventSource.CLOSED && !gone) again = setTimeout(begin, AGAIN_MS);
      };
    }
    async function forecast(): Promise<void> {
      try {
        const told = await readDevice('forecast');
        if (gone) return;
        await saveForecast(told);
        tell({ forecastWhy: undefined });
      } catch (e) {
        tell({ forecastWhy: e instanceof Error ? errorText(e) : 'it does not answer' });
      }
    }

    const begin = () =>
      void listen().catch(() => {
        if (!gone) again = setTimeout(begin, AGAIN_MS);
      });
    let hourly: ReturnType<typeof setInterval> | undefined;
    const lead = () => {
      leads = true;
      tell({ status: 'connecting' });
      begin();
      void forecast();
      hourly = setInterval(() => void forecast(), FORECAST_EVERY_MS);
    };
    const leave = () => {
      leads = false;
      source?.close();
      source = undefined;
      clearInterval(hourly);
      clearTimeout(again);
      clearTimeout(flush);
      flush = undefined;
      if (batch.length > 0) keep();
    };
    others?.postMessage({ asks: true });
    const stop = asOneOfAll(`bench-${storeName(mode)}`, lead, leave);
    return () => {
      gone = true;
      stop();
      others?.close();
      client.setQueryData<BenchState>(KEY, NONE);
    };
  }, [client, mode, addReadings, saveForecast, storedLog]);
}

/** Reads a device once. @param asked what a simulated one is told of what it is held over. Throws with a sentence where it does not answer or says nonsense. */
export async function readDevice<D extends DeviceName>(
  name: D,
  asked: Readonly<Record<string, number | string>> = {},
): Promise<DeviceReadings[D]> {
  const { accept, path, silent } = (await loadDevices()).DEVICES[name];
  const base = benchAddress();
  const query = new URLSearchParams(Object.entries(asked).map(([k, v]): [string, string] => [k, String(v)])).toString();
  const res = base ? await fetch(`${base}${path}${query ? `?${query}` : ''}`).catch(() => undefined) : undefined;
  if (!res?.ok) throw new Refusal(silent);
  const read = accept(await res.json().catch(() => undefined), nowMs());
  if (!read.ok) throw new Refusal(read.error);
  return read.value;
}

/** Puts the simulated instrument on its white tile. Throws with a sentence where it does not answer. */
export async function readTile(): Promise<void> {
  const { path, silent } = (await loadDevices()).DEVICES.spectro;
  const base = benchAddress();
  const res = base
    ? await fetch(`${base}${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ tile: true }),
      }).catch(() => undefined)
    : undefined;
  if (!res?.ok) throw new Refusal(silent);
}
