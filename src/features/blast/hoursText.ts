/** Hours of a blasting day: '20 min', '1.4 h'. */
export const hoursText = (h: number): string =>
  h < 1 ? `${Math.max(1, Math.round(h * 60))}\u00a0min` : `${h.toFixed(1)}\u00a0h`;
