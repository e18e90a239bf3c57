import { useEffect, useRef, useState } from 'react';
import type { Message } from '@/core';
import type { ScaleReading, ScaleState } from '@/core/devices';
import { benchAddress } from './benchAddress';
import { loadDevices } from './boundary';

/** How a scale stands. none: there is none, and what it shows is typed. */
export interface Scale {
  status: 'none' | 'connecting' | 'live' | 'lost';
  state?: ScaleState;
  /** How fast it wanders while nothing is poured, g/min. */
  driftGMin: number;
  /** Why what it said last was not taken. */
  why?: Message;
}

/** Readings of so long are looked at together, ms. */
const MEMORY_MS = 12_000;

/** Listens to the scale for as long as somebody pours. @param wanted false: it is left alone */
export function useScale(wanted: boolean): Scale {
  const base = benchAddress();
  const [scale, setScale] = useState<Scale>({ status: base ? 'connecting' : 'none', driftGMin: 0 });
  const memory = useRef<ScaleReading[]>([]);
  useEffect(() => {
    if (!base || !wanted) return;
    let gone = false;
    let source: EventSource | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const listen = async () => {
      const { DEVICES, steadied, driftGMin } = await loadDevices();
      if (gone) return;
      source = new EventSource(`${base}${DEVICES.scale.path}/stream`);
      source.addEventListener('reading', (e: MessageEvent<string>) => {
        let raw: unknown;
        try {
          raw = JSON.parse(e.data);
        } catch {
          raw = undefined;
        }
        const r = DEVICES.scale.accept(raw, 0);
        if (!r.ok) {
          memory.current = [];
          return setScale({ status: 'live', driftGMin: 0, why: r.error });
        }
        const kept = [...memory.current, r.value].filter((x) => x.atMs > r.value.atMs - MEMORY_MS);
        // Poured into, it begins anew to show whether it wanders.
        const jumped = kept.findLastIndex((x, i) => i > 0 && Math.abs(x.g - (kept[i - 1]?.g ?? 0)) > 0.5);
        memory.current = kept;
        const state = steadied(kept);
        setScale({ status: 'live', ...(state && { state }), driftGMin: driftGMin(kept.slice(Math.max(0, jumped))) });
      });
      source.onerror = () => {
        memory.current = [];
        setScale((s) => (s.status === 'lost' ? s : { status: 'lost', driftGMin: 0 }));
        // A server that says no closes the stream for good.
        if (source?.readyState === EventSource.CLOSED && !gone) again = setTimeout(() => void listen(), 1500);
      };
    };
    void listen().catch(() => setScale({ status: 'lost', driftGMin: 0 }));
    return () => {
      gone = true;
      source?.close();
      clearTimeout(again);
    };
  }, [base, wanted]);
  return scale;
}

/** What hands do at the simulated scale; a real one has its own buttons. */
export async function handScale(act: { loadG: number } | { pourGS: number } | { tare: true }): Promise<void> {
  const base = benchAddress();
  if (!base) return;
  await fetch(`${base}/scale`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(act),
  }).catch(() => undefined);
}
