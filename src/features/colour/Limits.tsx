import { useState } from 'react';
import { object } from 'yup';
import { errorText, type Message, type UnitSystem } from '@/core';
import { COLOUR_LIMITS, type ColourLimits } from '@/core/colour';
import { useShopActions } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { Disclosure } from '@/ui/Disclosure';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

const schema = (units: UnitSystem) =>
  object({
    butt: typedNumber({ plain: true }, { min: 0.1, max: 5 }, units).required(),
    blend: typedNumber({ plain: true }, { min: 0.2, max: 10 }, units).required(),
  });

/** Up to where this shop lets a colour end at a gap, and be blended. */
export function Limits({ limits }: { limits: ColourLimits }) {
  const [open, setOpen] = useState(false);
  return (
    <Section title="What passes here" deferRender>
      <Disclosure
        open={open}
        onToggle={() => setOpen(!open)}
        head={
          <Text kind="small">{`Under ${limits.butt.toFixed(1)} it ends at a gap, under ${limits.blend.toFixed(1)} it is blended. Change this`}</Text>
        }
      >
        <LimitsForm limits={limits} />
      </Disclosure>
    </Section>
  );
}

function LimitsForm({ limits }: { limits: ColourLimits }) {
  const { saveSettings } = useShopActions();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const form = useAppForm({ butt: String(limits.butt), blend: String(limits.blend) }, schema);
  const save = form.handleSubmit(({ butt, blend }) => {
    if (blend <= butt)
      return form.setError('blend', { message: 'More than what ends at a gap' }, { shouldFocus: true });
    return saveSettings({ colourLimits: { butt, blend } }).then(
      () => notify({ text: 'Kept for every colour of this shop.', undo: () => saveSettings({ colourLimits: limits }) }),
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <>
      <Fields>
        <FormField control={form.control} name="butt" label="At a gap, under" numeric />
        <FormField control={form.control} name="blend" label="Blended, under" numeric />
      </Fields>
      <Text kind="small" tone="muted">
        {`CIEDE2000, weighted over angles and lights. Usual are ${COLOUR_LIMITS.butt} and ${COLOUR_LIMITS.blend}; a white van bears more than a silver coupe.`}
      </Text>
      <Problem says={problem} />
      <ActionButton label="Keep" onPress={() => void save()} testID="keep-limits" />
    </>
  );
}
