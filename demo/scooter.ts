import type { Job, LogEvent } from '../src/core';
import { keysOf } from '../src/core/keysOf';
import { FINAL_CHECKS } from '../src/core/log/assembly';
import { ago, book, on } from './book';

/** A scooter that is painted, polished and put together, but for one plug. */
export function scooter(): { job: Job; events: LogEvent[] } {
  const job: Job = {
    id: 'scooter',
    name: 'Scooter, put together',
    about: 'Three covers painted anew. Everything is on; one drain plug lies on the bench.',
    createdMs: on(40, 8),
    colour: { name: 'Sand yellow', hex: '#c9a24a' },
    level: 'driver',
    panels: [
      { id: 's-shield', name: 'Front shield', substrate: 'steel', thicknessUm: 900 },
      { id: 's-left', name: 'Left cover', substrate: 'steel', thicknessUm: 800 },
      { id: 's-floor', name: 'Floor board', substrate: 'steel', thicknessUm: 1000 },
    ],
    zones: [
      { id: 's-shield-all', panelId: 's-shield', name: 'Whole', areaCm2: 4200 },
      { id: 's-left-all', panelId: 's-left', name: 'Whole', areaCm2: 3100 },
      { id: 's-floor-all', panelId: 's-floor', name: 'Whole', areaCm2: 2600 },
    ],
    bags: [
      {
        id: 's-bag',
        name: 'Floor and drains',
        panelId: 's-floor',
        where: 'Tray on the bench',
        items: [
          {
            id: 's-screws',
            name: 'Floor screw',
            count: 6,
            oneTime: false,
            mustReturn: false,
            back: 6,
            torqueNm: 8,
            torqueFrom: 'the scooter’s own book',
            thread: 'antiSeize',
          },
          { id: 's-plugs', name: 'Drain plug', count: 2, oneTime: false, mustReturn: true, back: 1 },
        ],
      },
    ],
    finalChecks: keysOf(FINAL_CHECKS)
      .filter((id) => id !== 'plugs' && id !== 'loose')
      .map((id, i) => ({ id, atMs: ago(90 - i) })),
  };
  const { events, put, found, sand, coat, clean, guide, strip, polish } = book('s');
  const all = ['s-shield-all', 's-left-all', 's-floor-all'];
  found(on(40, 9), all, 'steel', 900, [{ label: 'Old enamel', family: 'oldCoating', filmUm: 110 }]);
  put(on(40, 10), all, 'removed', { where: 'Rack by the window' });
  strip(on(38, 9), all);
  sand(on(38, 13), all, 120, 0, { tool: 'pad' });
  clean(on(38, 14), all);
  coat(on(38, 15), all, 'epoxy-primer', 50, 2);
  coat(on(37, 9), all, 'highbuild-2k', 55, 2);
  guide(on(33, 9), all);
  sand(on(33, 10), all, 400, 25);
  sand(on(33, 13), all, 600, 6);
  clean(on(32, 9), all);
  for (const m of [0, 20])
    coat(on(32, 10, m), all, 'base-solvent', 8, 1, { colourId: 'Sand yellow', colourHex: '#c9a24a' });
  for (const m of [0, 25]) coat(on(32, 11, m), all, 'clear-ms', 30, 1, { hardenerId: 'hardener-medium' });
  // One nib in the shield, out again with the polish.
  const nib = put(on(30, 9), 's-shield-all', 'defectMarked', { defect: 'nib', grade: 1, count: 2 });
  sand(on(24, 9), all, 2000, 2, { wet: true });
  polish(on(24, 11), all);
  put(on(23, 10), all, 'lookedAgain', {});
  put(on(23, 10, 5), 's-shield-all', 'defectExplained', { defectId: nib, cause: 'dirt' });
  put(on(3, 15), all, 'fitted', { where: 'On the scooter' });
  return { job, events };
}
