import { lazy } from 'react';
import Missing from './[...missing]';

/** All parts in all states, in development only. */
const Parts = __DEV__
  ? lazy(() => import('@/features/parts/PartsScreen').then((m) => ({ default: m.PartsScreen })))
  : Missing;
export default Parts;
