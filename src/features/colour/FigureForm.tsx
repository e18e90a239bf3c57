import { useState } from 'react';
import { useSheetDraft } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Field, FieldGroup } from '@/ui/Field';
import { Stack } from '@/ui/layout';
import { readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import type { ReadFormProps } from './readForm';
import { WhereRead, whereOf, type Where } from './WhereRead';

const SETS = {
  one: { label: 'One angle', deg: [45] },
  three: { label: 'Three', deg: [15, 45, 110] },
  five: { label: 'Five', deg: [15, 25, 45, 75, 110] },
} as const;
type AngleSet = keyof typeof SETS;
const AXES = ['L*', 'a*', 'b*'] as const;
/** L* of flake near the gloss goes over 100; a* and b* go both ways. */
const BOUNDS = [
  [0, 180],
  [-128, 128],
  [-128, 128],
] as const;

/** CIELAB as somebody read it off an instrument: daylight, 10° observer, at one angle or several. */
export function FigureForm({ open, of, about, card, ways, problem, onSave, onLeave }: ReadFormProps) {
  const { units } = useAppTheme();
  const [set, setSet] = useState<AngleSet>('one');
  const [texts, setTexts] = useState<Record<string, string>>({});
  const [where, setWhere] = useState<Where>(() => ({
    words: '',
    surface: 'polished',
    ...(card && { zoneId: card.zones[card.zones.length - 1]?.id ?? '' }),
  }));
  const [shown, setShown] = useState(false);
  const forget = useSheetDraft(
    `figures/${open.job.id}/${card?.panel.id ?? 'car'}`,
    Object.values(texts).some((t) => t !== '') ? { set, texts } : undefined,
    (d) => {
      setSet(d.set);
      setTexts(d.texts);
    },
  );
  const { deg } = SETS[set];
  const read = (d: number, axis: 0 | 1 | 2): { value?: number; problem?: string } => {
    const r = readNumber(texts[`${d}/${axis}`] ?? '', { plain: true }, units);
    if (!r.ok) return { problem: r.error };
    const [least, most] = BOUNDS[axis];
    return r.value < least || r.value > most
      ? { problem: `${AXES[axis]} lies between ${least} and ${most}` }
      : { value: r.value };
  };
  const save = () => {
    setShown(true);
    const reading: [number, number, number][] = [];
    for (const d of deg) {
      const [l, a, b] = [read(d, 0).value, read(d, 1).value, read(d, 2).value];
      if (l === undefined || a === undefined || b === undefined) return;
      reading.push([l, a, b]);
    }
    forget();
    onSave(
      {
        by: 'typed',
        ...(about.on === 'car' && whereOf(where)),
        values: { form: 'lab', anglesDeg: [...deg], readings: [reading] },
      },
      where.zoneId,
    );
  };
  return (
    <Page
      testID="figure-form"
      foot={
        <>
          <ActionButton label="Keep the reading" strong grow onPress={save} testID="keep-figures" />
          <ActionButton label="Leave" onPress={onLeave} />
        </>
      }
    >
      <PageHead
        eyebrow={of.colour.name}
        title={card ? `What does ${card.panel.name.toLowerCase()} read?` : 'What does the car read?'}
        subtitle="CIELAB in daylight for the 10° observer, angles from the gloss: the mean of at least three readings."
      />
      {ways}
      <WhereRead open={open} card={card} value={where} onChange={setWhere} />
      <ChoiceGroup<AngleSet>
        label="Angles"
        options={(Object.keys(SETS) as AngleSet[]).map((value) => ({ value, label: SETS[value].label }))}
        value={set}
        onChange={setSet}
      />
      {deg.map((d) => (
        <Stack key={d} top={1}>
          <FieldGroup label={`At ${d}°`}>
            {([0, 1, 2] as const).map((axis) => {
              const wrong = shown ? read(d, axis).problem : undefined;
              const key = `${d}/${axis}`;
              return (
                <Field
                  key={axis}
                  label={AXES[axis]}
                  value={texts[key] ?? ''}
                  onChange={(t) => setTexts((old) => ({ ...old, [key]: t }))}
                  short
                  {...(wrong !== undefined && { problem: wrong })}
                />
              );
            })}
          </FieldGroup>
        </Stack>
      ))}
      {problem}
    </Page>
  );
}
