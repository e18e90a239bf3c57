import { useState } from 'react';
import { View } from 'react-native';
import { errorText, formatQuantity, type Job, type Message, type Panel } from '@/core';
import { lyingM2, putAt, storageNow } from '@/core/bodies';
import { useJobs, useSettings, useShopActions } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Problem } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

const CM2_A_M2 = 1e4;
const NOWHERE = 'nowhere';

/** Where a part lies while nobody works on it, and where there is room for it; nothing where no places were put down. */
export function LiesAt({ job, panel }: { job: Job; panel: Panel }) {
  const { units } = useAppTheme();
  const { jobs } = useJobs();
  const { changeJob } = useShopActions();
  const [moving, setMoving] = useState(false);
  const [problem, setProblem] = useState<Message>();
  const storage = useSettings()?.storage ?? [];
  if (storage.length === 0) return null;
  const places = storageNow(
    storage,
    jobs.map((j) => j.job),
  );
  const takes = lyingM2(job, panel);
  const here = storage.find((s) => s.id === panel.lieId);
  const area = (m2: number) => formatQuantity('area', m2 * CM2_A_M2, units);
  const put = (at: string) =>
    void changeJob(job.id, (j) => putAt(j, panel.id, at === NOWHERE ? null : at)).then(
      () => setMoving(false),
      (e: Error) => setProblem(errorText(e)),
    );
  return (
    <Section title="Where it lies" aside={`takes ${area(takes)}`}>
      <View testID="lies-at" style={{ paddingTop: gap(2) }}>
        {moving ? (
          <ChoiceGroup
            label="Put it at"
            hideLabel
            value={here?.id ?? NOWHERE}
            onChange={put}
            options={[
              ...places.map(({ place, freeM2 }) => ({
                value: place.id,
                label: `${place.name}: ${place.id === here?.id ? 'here' : freeM2 >= takes ? `${area(freeM2)} free` : 'no room'}`,
              })),
              { value: NOWHERE, label: 'Nowhere yet' },
            ]}
          />
        ) : (
          <>
            <Text kind="small">{here ? here.name : 'Nobody said.'}</Text>
            <TextButton label={here ? 'It lies elsewhere' : 'Put it somewhere'} onPress={() => setMoving(true)} />
          </>
        )}
        <Problem says={problem} />
      </View>
    </Section>
  );
}
