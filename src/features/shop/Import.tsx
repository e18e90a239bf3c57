import { phrase } from '@/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { FileProblem, JobFile } from '@/core/formats/jobFile';
import { pickFile, readFile, useJobs, useShopActions } from '@/data';
import { fullWhen } from '@/ui/format';
import { ActionButton } from '@/ui/ActionButton';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { AgainstRules } from './AgainstRules';

type Step =
  | { at: 'idle' }
  | { at: 'reading' }
  | { at: 'refused'; problems: FileProblem[]; name: string }
  | { at: 'ready'; file: JobFile }
  | { at: 'done'; name: string }
  | { at: 'failed'; message: string };

const MAX_PROBLEMS = 6;
const line = (p: FileProblem) => phrase`${p.line ? `Line ${p.line}: ` : ''}${p.message}${p.path ? ` (${p.path})` : ''}`;

/** Reads a job file, says what it will do, and does it on a second tap. A file with anything wrong is refused whole. */
export function Import() {
  const [step, setStep] = useState<Step>({ at: 'idle' });
  const { jobs } = useJobs();
  const { putJob } = useShopActions();
  const router = useRouter();
  const choose = async () => {
    const file = await pickFile('.json,application/json');
    if (!file) return;
    setStep({ at: 'reading' });
    const read = await readFile(file).catch((e: unknown) => ({
      ok: false as const,
      error: [{ path: '', message: e instanceof Error ? e.message : 'The file cannot be read' }],
    }));
    setStep(read.ok ? { at: 'ready', file: read.value } : { at: 'refused', problems: read.error, name: file.name });
  };
  const put = (file: JobFile) =>
    putJob(file).then(
      () => setStep({ at: 'done', name: file.job.name }),
      (e: Error) => setStep({ at: 'failed', message: e.message }),
    );
  const existing = step.at === 'ready' ? jobs.find((j) => j.job.id === step.file.job.id) : undefined;
  return (
    <View style={{ paddingVertical: gap(2) }} aria-live="polite">
      {step.at !== 'ready' && (
        <TextButton
          label={step.at === 'reading' ? 'Reading the file' : 'Import a job file'}
          icon="plus"
          onPress={() => void choose()}
        />
      )}
      {step.at === 'refused' && (
        <Notice tone="stop" testID="import-refused">
          <T kind="strong">{`${step.name} was refused. Nothing was changed.`}</T>
          {step.problems.slice(0, MAX_PROBLEMS).map((p) => (
            <T key={String(line(p))} kind="small">
              {line(p)}
            </T>
          ))}
          {step.problems.length > MAX_PROBLEMS && (
            <T kind="small">{`and ${step.problems.length - MAX_PROBLEMS} more`}</T>
          )}
        </Notice>
      )}
      {step.at === 'ready' && (
        <Notice tone="muted" testID="import-ready">
          <T kind="strong">{step.file.job.name}</T>
          <T kind="small">{`${step.file.job.panels.length} panels, ${step.file.events.length} entries, ${step.file.products.length} products. Exported ${fullWhen(step.file.exportedMs)}.`}</T>
          <T kind="small" tone={existing ? 'stop' : 'muted'}>
            {existing
              ? `This takes the place of the job that is here, with its ${existing.state.events.length} entries.`
              : 'It is added beside the jobs that are here.'}
          </T>
          <AgainstRules file={step.file} />
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), paddingTop: gap(2) }}>
            <ActionButton
              label={existing ? 'Replace it' : 'Add it'}
              strong
              tone={existing ? 'stop' : 'do'}
              onPress={() => void put(step.file)}
              testID="import-do"
            />
            <ActionButton label="Leave it" onPress={() => setStep({ at: 'idle' })} />
          </View>
        </Notice>
      )}
      {step.at === 'done' && (
        <View>
          <T kind="small" tone="good">{`${step.name} is in.`}</T>
          <TextButton label="See its panels" onPress={() => router.navigate(pageHref('/panels'))} />
        </View>
      )}
      {step.at === 'failed' && <Notice tone="stop">{`Nothing was imported. ${step.message}`}</Notice>}
    </View>
  );
}
