import { SHIPPED_PRODUCTS, type Job, type LogEvent } from '../src/core';
import { JOB_FORMAT, JOB_FORMAT_VERSION, type JobFile } from '../src/core/formats';

/** A job of so many events on some panels with two zones each, every tenth with a correction, every one with its air. */
export function bigJob(count: number, nowMs: number, panels = 20): JobFile {
  const job: Job = {
    id: 'big',
    name: 'Big job',
    about: '',
    createdMs: nowMs - 400 * 86_400_000,
    panels: [],
    zones: [],
  };
  for (let p = 0; p < panels; p++) {
    job.panels.push({ id: `p${p}`, name: `Panel ${p}`, substrate: 'steel', thicknessUm: 800 });
    for (const z of ['a', 'b'])
      job.zones.push({ id: `p${p}${z}`, panelId: `p${p}`, name: z === 'a' ? 'Lower' : 'Upper', areaCm2: 3000 });
  }
  const step = (360 * 86_400_000) / count;
  const events: LogEvent[] = [];
  for (let i = 0; i < count; i++) {
    const atMs = Math.round(nowMs - 361 * 86_400_000 + i * step);
    const zone = job.zones[i % job.zones.length]!.id;
    const common = {
      id: `e${i}`,
      atMs,
      writtenMs: atMs,
      zoneIds: [zone],
      air: { tempC: 12 + (i % 17), rh: 0.4 + (i % 30) / 100 },
    };
    if (i < job.zones.length)
      events.push({ ...common, kind: 'found', substrate: 'steel', thicknessUm: 800, layers: [] });
    else if (i % 10 === 9)
      events.push({ id: common.id, atMs, writtenMs: atMs, zoneIds: [], kind: 'voided', targetId: `e${i - 1}` });
    else
      switch (i % 7) {
        case 0:
          events.push({ ...common, kind: 'cleaned', productId: 'cleaner-metal' });
          break;
        case 1:
        case 2:
          events.push({
            ...common,
            kind: 'coated',
            productId: 'highbuild-2k',
            coats: 1,
            filmUm: 60,
            application: 'lowPressureGun',
          });
          break;
        case 3:
          events.push({ ...common, kind: 'filled', productId: 'light-filler', filmUm: 400 });
          break;
        case 4:
          events.push({
            ...common,
            kind: 'coated',
            productId: 'epoxy-primer',
            coats: 1,
            filmUm: 50,
            application: 'lowPressureGun',
          });
          break;
        case 5:
          events.push({ ...common, kind: 'sanded', grit: 180, tool: 'block', wet: false, removedUm: 220 });
          break;
        default:
          events.push({ ...common, kind: 'measured', measure: 'filmTotal', filmUm: 400 + (i % 300) });
      }
  }
  return {
    format: JOB_FORMAT,
    version: JOB_FORMAT_VERSION,
    exportedMs: nowMs,
    job,
    events,
    products: SHIPPED_PRODUCTS.filter((p) =>
      ['highbuild-2k', 'epoxy-primer', 'light-filler', 'cleaner-metal'].includes(p.id),
    ),
  };
}
