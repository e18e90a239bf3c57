import { useState } from 'react';
import { View } from 'react-native';
import { errorText, zoneLabel, type Message } from '@/core';
import { isAbsolute, seenBy, type ColourCase, type ReadEntry } from '@/core/colour';
import { writeCgats } from '@/core/formats/cgats';
import { READ_BY, READ_SURFACE } from '@/core/log/colourRead';
import { nowMs, saveText, slug, useLogCommand, type OpenJob } from '@/data';
import { fullWhen } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

/** What was read of the car: where, on what, how; and every reading as a file. */
export function CarReadings({ open, of }: { open: OpenJob; of: ColourCase }) {
  const notify = useNotify();
  const command = useLogCommand(open.job.id);
  const [problem, setProblem] = useState<Message>();
  const all = [...of.car, ...of.cards.flatMap((c) => c.reads)].filter((r) => isAbsolute(r.read.values));
  const exportAll = () => {
    const samples = all.flatMap((r) => {
      const { values } = r.read;
      return isAbsolute(values) && values.form === 'spectra' ? [{ name: placeOf(open, r), values }] : [];
    });
    if (samples.length === 0) return notify({ text: 'There are no spectra to write: only typed figures and looks.' });
    saveText(`${slug(of.colour.name)}.txt`, writeCgats(samples, nowMs()), 'text/plain');
  };
  return (
    <Section
      title="The car"
      aside={all.length > 0 ? <TextButton label="Readings as a file" onPress={exportAll} /> : undefined}
    >
      {of.car.map((r) => (
        <View key={r.id} style={{ paddingVertical: gap(2), flexDirection: 'row', alignItems: 'center', gap: gap(2) }}>
          <Grow>
            <Text kind="strong">{placeOf(open, r)}</Text>
            <Text kind="small" tone="muted">
              {`${READ_BY[r.read.by]}, ${fullWhen(r.atMs)}${r.read.surface ? `, ${READ_SURFACE[r.read.surface].toLowerCase()}` : ''}. ${labText(r)}`}
            </Text>
            {r.read.surface !== undefined && r.read.surface !== 'polished' && (
              <Text kind="small" tone="window">
                Read on a dull or wet face: polish a patch beside the repair, and read it again.
              </Text>
            )}
          </Grow>
          <TextButton
            label="Strike out"
            of={placeOf(open, r)}
            tone="muted"
            onPress={() =>
              void command.mutateAsync({ strike: r.id }).then(
                ({ undo }) => notify({ text: 'Struck out.', undo }),
                (e: Error) => setProblem(errorText(e)),
              )
            }
          />
        </View>
      ))}
      {of.car.length === 0 && (
        <Stack top={3} bottom={3}>
          <Text kind="small" tone="muted">
            Not read yet. Beside the repair, on a patch that was washed and polished; an eye needs no figures, only the
            card beside it.
          </Text>
        </Stack>
      )}
      <Problem says={problem} />
    </Section>
  );
}

/** Where it was read: the zone, or in words. */
function placeOf(open: OpenJob, r: ReadEntry): string {
  const [zone] = r.zoneIds;
  const of = zone === undefined ? undefined : zoneLabel(open.job, zone);
  return [of, r.read.where].filter((x) => x !== undefined && x !== '').join(', ') || 'The car';
}

/** 'L* 40.1, a* −3.2, b* −6.0 at 45°, of 3 readings'. */
function labText(r: ReadEntry): string {
  const { values } = r.read;
  if (!isAbsolute(values)) return '';
  const day = seenBy(values).filter((s) => s.light === 'D65');
  const mid = [...day].sort((a, b) => Math.abs(a.angleDeg - 45) - Math.abs(b.angleDeg - 45))[0];
  if (!mid) return '';
  const [l, a, b] = mid.lab.map((v) => v.toFixed(1).replace('-', '\u2212'));
  const n = values.readings.length;
  return `L* ${l}, a* ${a}, b* ${b} at ${mid.angleDeg}°, ${n === 1 ? 'one reading' : `mean of ${n}`}`;
}
