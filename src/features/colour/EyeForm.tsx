import { useState } from 'react';
import { View } from 'react-native';
import {
  EYE_AXES,
  EYE_LIGHTS,
  EYE_VIEWS,
  eyeDifference,
  eyeWords,
  isAbsolute,
  labOfHex,
  seenBy,
  type ColourCase,
  type EyeAxis,
  type EyeLight,
  type EyeLook,
  type EyeStep,
  type EyeView,
  type Lab,
} from '@/core/colour';
import { keysOf } from '@/core/keysOf';
import { useSheetDraft } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Grow, Stack } from '@/ui/layout';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Text } from '@/ui/Text';
import { Disclosure } from '@/ui/Disclosure';
import { gap } from '@/ui/theme';
import { ZoneOfCard } from './ZoneOfCard';
import type { ReadFormProps } from './readForm';

type Steps = Record<EyeAxis, EyeStep>;
type Key = `${EyeView} ${EyeLight}`;
const SAME: Steps = { lightness: 0, red: 0, yellow: 0 };
const LOOKS: readonly { key: Key; view: EyeView; light: EyeLight }[] = keysOf(EYE_LIGHTS).flatMap((light) =>
  keysOf(EYE_VIEWS).map((view) => ({ key: `${view} ${light}` as const, view, light })),
);
const COARSE = [
  { value: '-1', label: 'Card finer' },
  { value: '0', label: 'The same' },
  { value: '1', label: 'Card coarser' },
] as const;

type Coarse = (typeof COARSE)[number]['value'];

/** The car's colour about: by its reading, or as the screen has it. */
export function baseOf(of: ColourCase): Lab {
  const read = of.car.find((r) => isAbsolute(r.read.values))?.read.values;
  const seen = read && isAbsolute(read) ? seenBy(read).filter((s) => s.light === 'D65') : [];
  const mid = [...seen].sort((a, b) => Math.abs(a.angleDeg - 45) - Math.abs(b.angleDeg - 45))[0];
  return mid?.lab ?? labOfHex(of.colour.hex);
}

/** The card beside the car, looked at from both sides in each light: in words, with how sure an eye is. */
export function EyeForm({ open, of, card, ways, problem, onSave, onLeave }: ReadFormProps) {
  const [looks, setLooks] = useState<Partial<Record<Key, Steps>>>({});
  const [coarser, setCoarser] = useState<Coarse>('0');
  const [picked, setPicked] = useState<Key | undefined>('face sun');
  const [zoneId, setZoneId] = useState(card?.zones[card.zones.length - 1]?.id);
  const looked = LOOKS.filter((l) => looks[l.key]);
  const forget = useSheetDraft(
    `eye/${open.job.id}/${card?.panel.id ?? ''}`,
    looked.length > 0 ? { looks, coarser } : undefined,
    (d) => {
      setLooks(d.looks);
      setCoarser(d.coarser);
    },
  );
  const name = card?.panel.name.toLowerCase() ?? 'the card';
  const save = () => {
    forget();
    onSave(
      {
        by: 'eye',
        values: {
          form: 'difference',
          seen: eyeDifference(
            looked.map(({ key, view, light }): EyeLook => ({ view, light, ...(looks[key] ?? SAME) })),
            baseOf(of),
          ),
          ...(coarser !== '0' && { coarser: Number(coarser) }),
        },
      },
      zoneId,
    );
  };
  return (
    <Page
      testID="eye-form"
      foot={
        <>
          <ActionButton
            label="Keep what was seen"
            strong
            grow
            disabled={looked.length === 0}
            onPress={save}
            testID="keep-eye"
          />
          <ActionButton label="Leave" onPress={onLeave} />
        </>
      }
    >
      <PageHead
        eyebrow={of.colour.name}
        title={`How does ${name} look beside the car?`}
        subtitle="Hold it flat against the car beside the repair, dry and clean. First straight at it, then along the panel. What was not looked at stays out."
      />
      {ways}
      {card && <ZoneOfCard card={card} value={zoneId} onChange={setZoneId} />}
      {LOOKS.map(({ key, view, light }) => (
        <Disclosure
          key={key}
          open={picked === key}
          onToggle={() => setPicked(picked === key ? undefined : key)}
          testID={`look-${view}-${light}`}
          head={
            <View>
              <Text kind="strong">{`${EYE_VIEWS[view]}, ${EYE_LIGHTS[light].toLowerCase()}`}</Text>
              <Text kind="small" tone={looks[key] ? 'ink' : 'muted'}>
                {looks[key] ? `The card is ${eyeWords(looks[key])}` : 'Not looked at'}
              </Text>
            </View>
          }
        >
          <Look
            of={`${EYE_VIEWS[view]}, ${EYE_LIGHTS[light].toLowerCase()}`}
            value={looks[key]}
            onChange={(v) => setLooks((old) => ({ ...old, [key]: v }))}
            onNext={() => setPicked(LOOKS[LOOKS.findIndex((l) => l.key === key) + 1]?.key)}
          />
        </Disclosure>
      ))}
      <ChoiceGroup<Coarse> label="The flake of the card" options={COARSE} value={coarser} onChange={setCoarser} />
      {problem}
    </Page>
  );
}

const within = (v: number): EyeStep => Math.max(-3, Math.min(3, v)) as EyeStep;

/** One look: the same, or step by step in each way in which it can differ. */
function Look({
  of,
  value,
  onChange,
  onNext,
}: {
  of: string;
  value: Steps | undefined;
  onChange(v: Steps): void;
  onNext(): void;
}) {
  const steps = value ?? SAME;
  return (
    <Stack between={2} bottom={3}>
      <ActionButton
        label="The same"
        of={of}
        onPress={() => {
          onChange(SAME);
          onNext();
        }}
      />
      {keysOf(EYE_AXES).map((axis) => (
        <View key={axis} style={{ flexDirection: 'row', gap: gap(2) }}>
          {([-1, 1] as const).map((way) => {
            const word = way < 0 ? EYE_AXES[axis].less : EYE_AXES[axis].more;
            return (
              <Grow key={way}>
                <ActionButton
                  label={word}
                  of={of}
                  repeats
                  onPress={() => onChange({ ...steps, [axis]: within(steps[axis] + way) })}
                />
              </Grow>
            );
          })}
        </View>
      ))}
      <Text kind="small" tone="muted">
        Once is a touch, twice clearly, three times strongly.
      </Text>
    </Stack>
  );
}
