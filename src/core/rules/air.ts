import { DEW_MARGIN_K } from '../air/dewPoint';
import { figure, phrase } from '../units/phrase';
import { HOUR_MS, waitText } from '../units/time';
import { care, note, rule, stop, type Rule } from './rule';

const c1 = (v: number) => figure('temp', v);
const pct = (v: number) => `${Math.round(v * 100)}\u00a0%`;
const COAT = ['coat', 'fill'] as const;
/** So far over a product's limit no thinner helps, K. */
const FAR_K = 10;
/** As long as a film wants to set before it may get cold. */
const NIGHT_MS = 12 * HOUR_MS;

/** The room and the panel's own temperature. */
export const AIR_RULES: readonly Rule[] = [
  rule('air.dewPoint', COAT, 'Surface at least 3 K over the dew point (ISO 8502-4)', ({ air }) =>
    air.surfaceC - air.dewPointC < DEW_MARGIN_K
      ? stop(
          phrase`Dew is near: the surface is at ${c1(air.surfaceC)}, only ${figure('tempDifference', air.surfaceC - air.dewPointC, 1)} over the dew point.`,
          phrase`Warm the panel to ${figure('temp', Math.ceil(air.dewPointC + DEW_MARGIN_K + 0.2), 0)}, or dry the air.`,
        )
      : undefined,
  ),
  rule('air.tooCold', COAT, "Panel not under the product's lowest temperature", ({ air, step }) =>
    air.surfaceC < step.product.limits.minTempC
      ? stop(
          phrase`Too cold for ${step.product.name.toLowerCase()}: it needs a panel of at least ${c1(step.product.limits.minTempC)}, and this is at ${c1(air.surfaceC)}.`,
          phrase`Warm the panel to ${c1(step.product.limits.minTempC)}.`,
        )
      : undefined,
  ),
  rule('air.farTooHot', COAT, 'Panel far over what any film bears', ({ air, step }) =>
    air.surfaceC > step.product.limits.maxTempC + FAR_K
      ? stop(
          phrase`The panel is at ${c1(air.surfaceC)}: ${step.product.name} boils and dries before it lies down.`,
          phrase`Let it cool to ${c1(step.product.limits.maxTempC)}.`,
        )
      : undefined,
  ),
  rule('air.coldAhead', COAT, 'A night in which it would stand still', ({ air, step, ahead, nowMs }) => {
    const limit = step.product.cureStopsBelowC;
    if (limit === undefined || air.surfaceC < limit || !ahead) return undefined;
    const cold = ahead.find((p) => p.atMs > nowMs && p.atMs < nowMs + NIGHT_MS && p.tempC < limit);
    return cold
      ? care(
          phrase`By the forecast the panel falls to ${c1(cold.tempC)} in ${waitText(cold.atMs - nowMs)}: under ${c1(limit)} its reaction stands still.`,
          'Keep it warm until it has set, or begin in the morning.',
        )
      : undefined;
  }),
  rule('air.tooHot', COAT, "Panel not over the product's highest temperature", ({ air, step }) =>
    air.surfaceC > step.product.limits.maxTempC && air.surfaceC <= step.product.limits.maxTempC + FAR_K
      ? care(
          phrase`Hot: over ${c1(step.product.limits.maxTempC)} ${step.product.name} dries before it lies down.`,
          step.kind === 'fill'
            ? 'Wait for the cool of the day, or mix small lots with less hardener.'
            : 'Wait for the cool of the day, or take a slower reducer and hardener.',
        )
      : undefined,
  ),
  rule('air.tooDamp', COAT, "Air not damper than the product's limit", ({ air, step }) =>
    air.rh > step.product.limits.maxRh
      ? stop(
          `Too damp: ${pct(air.rh)}, and ${step.product.name} takes up to ${pct(step.product.limits.maxRh)}.`,
          `Bring the air under ${pct(step.product.limits.maxRh)}: warm it or dry it.`,
        )
      : undefined,
  ),
  rule('air.cureStops', COAT, 'No two-pack where its reaction stands still', ({ air, step }) =>
    step.product.cureStopsBelowC !== undefined && air.surfaceC < step.product.cureStopsBelowC
      ? stop(
          phrase`It would not cure: under ${c1(step.product.cureStopsBelowC)} the reaction stands still.`,
          phrase`Keep the panel over ${c1(step.product.cureStopsBelowC)} until it has set.`,
        )
      : undefined,
  ),
  rule('air.waterborneSlow', ['coat'], 'Water leaves slowly in damp air', ({ air, step }) =>
    step.product.mechanism === 'waterborne' && air.rh > 0.65 && air.rh <= step.product.limits.maxRh
      ? care(`Water leaves slowly at ${pct(air.rh)}: the flash takes longer.`, 'Move air over the panel between coats.')
      : undefined,
  ),
  rule('air.sealerDry', ['coat'], 'Moisture-curing sealer in dry air', ({ air, step }) =>
    step.product.mechanism === 'moisture' && air.rh < 0.3
      ? care(`Dry air: at ${pct(air.rh)} the sealer cures slowly.`)
      : undefined,
  ),
  rule('air.hardenerSpeed', ['coat'], 'Hardener speed that fits the temperature', ({ air, step, products }) => {
    const h = step.hardenerId ? products(step.hardenerId) : undefined;
    if (!h) return undefined;
    if (air.surfaceC < h.limits.minTempC)
      return care(phrase`${h.name} is slow at ${c1(air.surfaceC)}.`, 'Take the faster one.');
    return air.surfaceC > h.limits.maxTempC
      ? care(phrase`${h.name} sets too fast at ${c1(air.surfaceC)}: solvent is shut in.`, 'Take the slower one.')
      : undefined;
  }),
  rule('air.fillerCold', ['fill'], 'More hardener does not rescue cold filler', ({ air }) =>
    air.surfaceC < 10
      ? note(phrase`Under ${c1(10)} more hardener does not rescue filler; it only stains and pinholes.`)
      : undefined,
  ),
];
