import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import type { FileProblem } from '@/core/formats/jobFile';
import { pickFile, useLibrary, type JobPreview } from '@/data';
import { useExchange } from '@/data/useExchange';
import { useAppTheme } from '@/ui/appTheme';
import { fullWhen } from '@/ui/format';
import { ActionButton } from '@/ui/ActionButton';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { eventLine } from '@/ui/words';
import { AgainstRules } from './AgainstRules';
import { Reading } from './Reading';
import { Refused } from './Refused';

type Step =
  | { at: 'idle' }
  | { at: 'reading'; name: string; share: number }
  | { at: 'refused'; problems: FileProblem[]; name: string }
  | { at: 'ready'; file: JobPreview }
  | { at: 'putting' }
  | { at: 'done'; name: string; merged: boolean }
  | { at: 'failed'; message: string };

const count = (n: number, one: string, many = `${one.replace(/y$/, 'ie')}s`) => `${n} ${n === 1 ? one : many}`;

/** Reads a job file, says what it will do, and does it on a second tap. A file with anything wrong is refused whole. */
/** @param offered a file that another app shared */
export function Import({ offered }: { offered: File | undefined }) {
  const [step, setStep] = useState<Step>({ at: 'idle' });
  const { readJob, putJob, stop } = useExchange();
  const router = useRouter();
  const read = async (file: File) => {
    const { name } = file;
    setStep({ at: 'reading', name, share: 0 });
    try {
      const r = await readJob(file, (share) =>
        setStep((s) => (s.at === 'reading' ? { at: 'reading', name, share } : s)),
      );
      setStep(r.ok ? { at: 'ready', file: r.value } : { at: 'refused', problems: r.error, name });
    } catch (e) {
      // Somebody stopped it: there is nothing to say.
      setStep((s) =>
        s.at !== 'reading'
          ? s
          : {
              at: 'refused',
              problems: [{ path: '', message: e instanceof Error ? e.message : 'The file cannot be read' }],
              name,
            },
      );
    }
  };
  const choose = async () => {
    const file = await pickFile('.json,application/json');
    if (file) await read(file);
  };
  useEffect(() => {
    if (offered) void read(offered);
    // Once for each file.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [offered]);
  const put = ({ jobId, name }: JobPreview, how: 'replace' | 'merge') => {
    setStep({ at: 'putting' });
    void putJob(jobId, how).then(
      () => setStep({ at: 'done', name, merged: how === 'merge' }),
      (e: Error) => setStep({ at: 'failed', message: e.message }),
    );
  };
  return (
    <View style={{ paddingVertical: gap(2) }} aria-live="polite">
      {(step.at === 'idle' || step.at === 'refused' || step.at === 'done' || step.at === 'failed') && (
        <TextButton label="Import a job file" icon="plus" onPress={() => void choose()} />
      )}
      {step.at === 'reading' && (
        <Reading
          name={step.name}
          share={step.share}
          onStop={() => {
            setStep({ at: 'idle' });
            stop();
          }}
        />
      )}
      {step.at === 'refused' && <Refused name={step.name} problems={step.problems} />}
      {step.at === 'ready' && <Ready file={step.file} onPut={put} onLeave={() => setStep({ at: 'idle' })} />}
      {step.at === 'putting' && <T kind="small">It is being put in.</T>}
      {step.at === 'done' && (
        <View>
          <T kind="small" tone="good">{`${step.name} is in${step.merged ? ': both copies are one now' : ''}.`}</T>
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
      <View style={{ gap: gap(1) }}>
        <T kind="section">{file.name}</T>
        {here && <Merging here={here} />}
        <T
          kind="small"
          tone="muted"
        >{`${count(file.panels, 'panel')}, ${count(file.events, 'entry')}, ${count(file.products.length, 'product')}. Exported ${fullWhen(file.exportedMs)}.`}</T>
        {air && (
          <T kind="small" tone="muted">
            {air.readings === 0
              ? 'Nobody read the air of its time.'
              : air.fresh === 0
                ? 'The air of its time is here already.'
                : `With the air of its time: ${count(air.fresh, 'reading')} of times of which this shop knows nothing.`}
          </T>
        )}
        {!here && <T kind="small">It is added beside the jobs that are here.</T>}
        {(!here || here.fresh > 0) && <AgainstRules against={file.against} products={file.products} />}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), paddingTop: gap(2) }}>
        {here ? (
          <>
            <ActionButton label="Put them together" strong onPress={() => onPut(file, 'merge')} testID="import-merge" />
            <ActionButton label="Replace it" tone="stop" onPress={() => onPut(file, 'replace')} testID="import-do" />
          </>
        ) : (
          <ActionButton label="Add it" strong onPress={() => onPut(file, 'replace')} testID="import-do" />
        )}
        <ActionButton label="Leave it" onPress={onLeave} />
      </View>
    </Notice>
  );
}

/** The same job is here: what each has of the other, and whose word counts where both have corrected one entry. */
function Merging({ here }: { here: NonNullable<JobPreview['here']> }) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const { added, changed, gone } = here.panels;
  const comes = [
    ...(here.fresh > 0 ? [`${count(here.fresh, 'entry')} more`] : []),
    ...(added > 0 ? [`${count(added, 'panel')} added`] : []),
    ...(changed > 0 ? [`${count(changed, 'panel')} changed`] : []),
    ...(gone > 0 ? [`${count(gone, 'panel')} taken away`] : []),
  ];
  return (
    <>
      <T kind="strong">{comes.length > 0 ? `Put together: ${comes.join(', ')}` : 'There is nothing new in it'}</T>
      <T kind="small">
        {`The same job is here, with ${count(here.events, 'entry')}: ${here.common} are in both, ${here.own} only here, ${here.fresh} only in the file.`}
      </T>
      {here.other > 0 && (
        <T kind="small" tone="window">
          {`${here.other} of those in both ${here.other === 1 ? 'says' : 'say'} something else in the file. Put together, what is here stays.`}
        </T>
      )}
      {here.clashes.map((c) => (
        <T key={c.entry.id} kind="small" tone="window">
          {`${c.entry.kind === 'voided' || c.entry.kind === 'replaced' ? 'A correction' : String(eventLine(c.entry, lookup, units))}: corrected in both. ${
            c.counts === 'here'
              ? `What was written here ${fullWhen(c.hereMs)} counts: it is the later one.`
              : `What the file says, of ${fullWhen(c.thereMs)}, counts: it is the later one.`
          }`}
        </T>
      ))}
      {here.own > 0 && (
        <T kind="small" tone="stop">
          {`Replacing takes the ${here.own} that ${here.own === 1 ? 'is' : 'are'} only here away for good.`}
        </T>
      )}
    </>
  );
}
