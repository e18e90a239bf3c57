import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { countText } from '@/core';
import { useLibrary, type JobPreview } from '@/data';
import { useExchange } from '@/data/useExchange';
import { useAppTheme } from '@/ui/appTheme';
import { fullWhen } from '@/ui/format';
import { ActionButton } from '@/ui/ActionButton';
import { Row, Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { eventLine } from '@/ui/words';
import { AgainstRules } from './AgainstRules';
import { Reading } from './Reading';
import { Refused } from './Refused';
import { Unchecked } from './Unchecked';
import { useFileStep } from './useFileStep';

/**
 * Reads a job file, says what it will do, and does it on a second tap. A file with anything wrong is refused whole.
 * @param offered a file that another app shared
 */
export function Import({ offered }: { offered: File | undefined }) {
  const { readJob, putJob, stop } = useExchange();
  const { step, setStep, choose, stopReading, leave } = useFileStep('.json,application/json', readJob, stop, offered);
  const [done, setDone] = useState<{ name: string; merged: boolean }>();
  const router = useRouter();
  const put = ({ jobId, name }: JobPreview, how: 'replace' | 'merge') => {
    setStep({ at: 'working', says: 'It is being put in.' });
    void putJob(jobId, how).then(
      () => {
        leave();
        setDone({ name, merged: how === 'merge' });
      },
      (e: Error) => setStep({ at: 'failed', message: e.message }),
    );
  };
  const isResting = step.at === 'idle' || step.at === 'refused' || step.at === 'failed';
  return (
    <View style={{ paddingVertical: gap(2) }} aria-live="polite">
      {isResting && <TextButton label="Import a job file" icon="plus" onPress={choose} />}
      {step.at === 'reading' && <Reading name={step.name} share={step.share} onStop={stopReading} />}
      {step.at === 'refused' && <Refused name={step.name} problems={step.problems} />}
      {step.at === 'ready' && <Ready file={step.found} onPut={put} onLeave={leave} />}
      {step.at === 'working' && <Text kind="small">{step.says}</Text>}
      {step.at === 'idle' && done && (
        <View>
          <Text kind="small" tone="good">{`${done.name} is in${done.merged ? ': both copies are one now' : ''}.`}</Text>
          <TextButton label="See its panels" onPress={() => router.navigate(pageHref('/panels'))} />
        </View>
      )}
      {step.at === 'failed' && <Notice tone="stop">{`Nothing was imported. ${step.message}`}</Notice>}
    </View>
  );
}

/** What is in a file, and what it would do here. */
function Ready({
  file,
  onPut,
  onLeave,
}: {
  file: JobPreview;
  onPut(file: JobPreview, how: 'replace' | 'merge'): void;
  onLeave(): void;
}) {
  const { here, air } = file;
  return (
    <Notice tone="muted" testID="import-ready">
      <Stack between={1}>
        <Text kind="section">{file.name}</Text>
        {here && <Merging here={here} />}
        <Text
          kind="small"
          tone="muted"
        >{`${countText(file.panels, 'panel')}, ${countText(file.events, 'entry')}, ${countText(file.products.length, 'product')}. Exported ${fullWhen(file.exportedMs)}.`}</Text>
        {!file.checked && <Unchecked />}
        {air && (
          <Text kind="small" tone="muted">
            {air.readings === 0
              ? 'Nobody read the air of its time.'
              : air.fresh === 0
                ? 'The air of its time is here already.'
                : `With the air of its time: ${countText(air.fresh, 'reading')} of times of which this shop knows nothing.`}
          </Text>
        )}
        {!here && <Text kind="small">It is added beside the jobs that are here.</Text>}
        {(!here || here.fresh > 0) && <AgainstRules against={file.against} products={file.products} />}
      </Stack>
      <Row top={2}>
        {here ? (
          <>
            <ActionButton label="Put them together" strong onPress={() => onPut(file, 'merge')} testID="import-merge" />
            <ActionButton label="Replace it" tone="stop" onPress={() => onPut(file, 'replace')} testID="import-do" />
          </>
        ) : (
          <ActionButton label="Add it" strong onPress={() => onPut(file, 'replace')} testID="import-do" />
        )}
        <ActionButton label="Leave it" onPress={onLeave} />
      </Row>
    </Notice>
  );
}

/** The same job is here: what each has of the other, and whose word counts where both have corrected one entry. */
function Merging({ here }: { here: NonNullable<JobPreview['here']> }) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const { added, changed, gone } = here.panels;
  const comes = [
    ...(here.fresh > 0 ? [`${countText(here.fresh, 'entry')} more`] : []),
    ...(added > 0 ? [`${countText(added, 'panel')} added`] : []),
    ...(changed > 0 ? [`${countText(changed, 'panel')} changed`] : []),
    ...(gone > 0 ? [`${countText(gone, 'panel')} taken away`] : []),
  ];
  return (
    <>
      <Text kind="strong">{comes.length > 0 ? `Put together: ${comes.join(', ')}` : 'There is nothing new in it'}</Text>
      <Text kind="small">
        {`The same job is here, with ${countText(here.events, 'entry')}: ${here.common} are in both, ${here.own} only here, ${here.fresh} only in the file.`}
      </Text>
      {here.other > 0 && (
        <Text kind="small" tone="window">
          {`${here.other} of those in both ${here.other === 1 ? 'says' : 'say'} something else in the file. Put together, what is here stays.`}
        </Text>
      )}
      {here.clashes.map((c) => (
        <Text key={c.entry.id} kind="small" tone="window">
          {`${c.entry.kind === 'voided' || c.entry.kind === 'replaced' ? 'A correction' : String(eventLine(c.entry, lookup, units))}: corrected in both. ${
            c.counts === 'here'
              ? `What was written here ${fullWhen(c.hereMs)} counts: it is the later one.`
              : `What the file says, of ${fullWhen(c.thereMs)}, counts: it is the later one.`
          }`}
        </Text>
      ))}
      {here.own > 0 && (
        <Text kind="small" tone="stop">
          {`Replacing takes the ${here.own} that ${here.own === 1 ? 'is' : 'are'} only here away for good.`}
        </Text>
      )}
    </>
  );
}
