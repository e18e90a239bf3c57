import { restoration } from './daysNetwork';
import { planNetwork } from '../src/core/schedule/solve';
const d = restoration(60);
const t0=performance.now();
const s = planNetwork(d.network, undefined, Number(process.env.EFF ?? 1));
console.log(performance.now()-t0, s.doneMin/1440, s.boundMin/1440, s.breaches.length);
