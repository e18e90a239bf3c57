import type { ReactNode } from 'react';
import { View } from 'react-native';
import {
  coloursOf,
  formatQuantity,
  showThickness,
  SUBSTRATES,
  type Strata,
  type UnitSystem,
  type ZoneStatus,
  colourId,
  isOfColour,
} from '@/core';
import { useAirThen, useClockDetail, useLibrary, type OpenJob } from '@/data';
import { fullWhen, monthYear, percent, sinceWhen, whenAndWait } from '@/ui/format';
import { useAppTheme, useFormatMessage } from '@/ui/appTheme';
import { Stack } from '@/ui/layout';
import { LinkArea } from '@/ui/LinkArea';
import { pageHref } from '@/ui/pages';
import type { Band } from '@/ui/strata/bands';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { stageWords } from '@/ui/words';
import { rangeWords } from './rangeWords';

const BASIS = { measured: 'measured', estimated: 'estimated', stated: 'as stated' } as const;

/** What stands beside a band. */
export function bandLabel(b: Band, strata: Strata, units: UnitSystem, now: number): { title: string; detail: string } {
  if (!b.layer)
    return {
      title: SUBSTRATES[strata.substrate].name,
      detail: `${showThickness(strata.substrateUm, units)}${strata.layers.length === 0 ? `, bare since ${sinceWhen(strata.surface.sinceMs, now)}` : ''}`,
    };
  const l = b.layer;
  const coats = l.coats > 1 ? `, ${l.coats} coats` : '';
  return {
    title: `${l.label}${coats}`,
    detail: `${showThickness(l.filmUm, units)}, ${l.productId ? sinceWhen(l.lastAppliedMs, now) : 'found'}`,
  };
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(2) }}>
      <Text kind="small" tone="muted">
        {name}
      </Text>
      <View style={{ flexShrink: 1 }}>
        <Text kind="small">{children}</Text>
      </View>
    </View>
  );
}

/** All that is known of one layer. */
export function BandMore({
  band,
  strata,
  status,
  open,
  zoneId,
  now,
}: {
  band: Band;
  strata: Strata;
  status: ZoneStatus | undefined;
  open: OpenJob;
  zoneId: string;
  now: number;
}) {
  const { units } = useAppTheme();
  const say = useFormatMessage();
  const { lookup } = useLibrary();
  const airThen = useAirThen(open);
  const detail = useClockDetail(open, zoneId, status, now);
  const l = band.layer;
  if (!l)
    return (
      <Stack between={1}>
        <Fact name="Substrate">{`${SUBSTRATES[strata.substrate].name}, ${showThickness(strata.substrateUm, units)}`}</Fact>
        {strata.repairs.map((r) => (
          <Fact
            key={r.atMs}
            name="Repair"
          >{`${r.method}, ${sinceWhen(r.atMs, now)}${r.temporaryUntilMs === undefined ? '' : r.endedMs === undefined ? `, to last until ${monthYear(r.temporaryUntilMs)}` : ', temporary, replaced since'}`}</Fact>
        ))}
        {strata.readings.map((r) => (
          <Fact
            key={r.eventId}
            name="Gauge"
          >{`${showThickness(r.totalUm, units)} over the substrate, ${sinceWhen(r.atMs, now)}`}</Fact>
        ))}
      </Stack>
    );
  const product = l.productId ? lookup(l.productId) : undefined;
  const air = l.air ?? (l.productId ? airThen(l.lastAppliedMs) : undefined);
  const isTop = status?.top?.id === l.id;
  return (
    <Stack between={1}>
      <Fact name="Thickness">{`${showThickness(l.filmUm, units)} now, ${showThickness(l.appliedUm, units)} laid, ${BASIS[l.basis]}`}</Fact>
      {l.productId && (
        <Fact name="Laid">
          {l.coats > 1 ? `${fullWhen(l.startedMs)} to ${fullWhen(l.lastAppliedMs)}` : fullWhen(l.lastAppliedMs)}
        </Fact>
      )}
      {air && (
        <Fact name="Air then">{`${formatQuantity('temp', air.tempC, units, 1)}, ${percent(air.rh)}${l.air ? '' : ', by the room log'}`}</Fact>
      )}
      {l.batchId && (
        <LinkArea
          href={pageHref('/batches', { batch: l.batchId })}
          label={`The batch of ${l.label.toLowerCase()}`}
          style={{ minHeight: 48, justifyContent: 'center' }}
        >
          <Text kind="small" tone="do">
            The batch that it came out of
          </Text>
        </LinkArea>
      )}
      {l.thinnerFraction !== undefined && <Fact name="Thinner">{percent(l.thinnerFraction)}</Fact>}
      {l.hardenerId && <Fact name="Hardener">{lookup(l.hardenerId)?.name ?? l.hardenerId}</Fact>}
      {l.hardenerFraction !== undefined && <Fact name="Hardener">{percent(l.hardenerFraction, 1)}</Fact>}
      {l.colourHex && (
        <Fact name="Colour">{coloursOf(open.job).find((c) => isOfColour(l, c))?.name ?? l.colourHex}</Fact>
      )}
      {l.colourHex !== undefined && (
        <LinkArea
          href={pageHref('/colour', {
            job: open.job.id,
            colour: coloursOf(open.job).flatMap((c) => (isOfColour(l, c) ? [colourId(c)] : []))[0],
          })}
          label={`Cards and readings of ${l.label.toLowerCase()}`}
          style={{ minHeight: 48, justifyContent: 'center' }}
        >
          <Text kind="small" tone="do">
            Its cards and readings
          </Text>
        </LinkArea>
      )}
      {product && (
        <Fact name="Figures">
          {product.basis === 'sheet' ? 'From your data sheet' : 'Generic for this kind of product'}
        </Fact>
      )}
      {product && l.filmUm > product.film.maxTotalUm && (
        <Text
          kind="small"
          tone="stop"
        >{`Over the most that this product should stand: ${showThickness(product.film.maxTotalUm, units)}.`}</Text>
      )}
      {isTop &&
        status?.clocks.map((c) => (
          <Fact key={c.stage} name={stageWords(c.stage, l.family)}>
            {c.reached && c.opensMs !== null
              ? whenAndWait(c.opensMs, now)
              : say(
                  rangeWords(
                    c,
                    detail?.ranges.find((r) => r.stage === c.stage),
                    now,
                  ),
                )}
            {typeof c.closesMs === 'number' ? ` (closes ${whenAndWait(c.closesMs, now)})` : ''}
          </Fact>
        ))}
    </Stack>
  );
}
