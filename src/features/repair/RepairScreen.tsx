import { useRouter } from 'expo-router';
import { useState } from 'react';
import { isMetal, SUBSTRATE_NAMES, TREATMENT_NAMES, zonesOf, type Panel, type Treatment } from '@/core';
import { useJob, useSettings, type OpenJob } from '@/data';
import { Act, Blank, Choices, Page } from '@/ui/parts';
import { BondWork } from './BondWork';
import { CrackWork } from './CrackWork';
import { DentWork } from './DentWork';
import { LaminateWork } from './LaminateWork';
import { PatchWork } from './PatchWork';
import { RustWork } from './RustWork';

const WORKS = [
  { value: 'rust', label: 'Rust' },
  { value: 'dent', label: 'Dent' },
  { value: 'patch', label: 'Patch' },
  { value: 'laminate', label: 'Laminate' },
  { value: 'bond', label: 'Bonded seam' },
  { value: 'crack', label: 'Crack' },
] as const;
type Work = (typeof WORKS)[number]['value'];

/** A repair worked out: method and reason, quantities, times, steps. */
export function RepairScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { data: open, isLoading } = useJob(jobId);
  const settings = useSettings();
  const panel = open?.job.panels.find((p) => p.id === panelId);
  if (isLoading || !settings) return <Page>{null}</Page>;
  if (!open || !panel)
    return (
      <Page>
        <Blank title="That panel is not here" text="It may have been removed, or it belongs to the other store." />
      </Page>
    );
  return <Repair open={open} panel={panel} />;
}

/** What the metal, the laminate or the plastic of a panel is usually in need of. */
const usual = (p: Panel): Work =>
  p.substrate === 'glassfibre'
    ? 'laminate'
    : p.substrate === 'smc'
      ? 'bond'
      : p.substrate === 'plastic'
        ? 'crack'
        : 'dent';

function Repair({ open, panel }: { open: OpenJob; panel: Panel }) {
  const router = useRouter();
  const [work, setWork] = useState<Work>(usual(panel));
  const zone = zonesOf(open.job, panel.id)[0];
  const [treatment, setTreatment] = useState<Treatment>();
  const works = WORKS.filter((w) => {
    if (w.value === 'rust' || w.value === 'dent' || w.value === 'patch') return isMetal(panel.substrate);
    return w.value !== 'laminate' || !isMetal(panel.substrate);
  });
  const parts = {
    over: `${panel.name}, ${SUBSTRATE_NAMES[panel.substrate].toLowerCase()}`,
    panel,
    onTreatment: setTreatment,
    choice: <Choices label="What it is" hideLabel options={works} value={work} onChange={(w) => setWork(w)} />,
  };
  return (
    <Page
      testID="repair"
      foot={
        zone && (
          <Act
            label={treatment ? `Log: ${TREATMENT_NAMES[treatment].toLowerCase()}` : 'Log the repair'}
            strong
            grow
            onPress={() =>
              router.navigate(
                `/log?job=${open.job.id}&zones=${zone.id}&kind=repaired${treatment ? `&treatment=${treatment}` : ''}` as never,
              )
            }
          />
        )
      }
    >
      {work === 'rust' && <RustWork {...parts} />}
      {work === 'dent' && <DentWork {...parts} />}
      {work === 'patch' && <PatchWork {...parts} />}
      {work === 'laminate' && <LaminateWork {...parts} />}
      {work === 'bond' && <BondWork {...parts} />}
      {work === 'crack' && <CrackWork {...parts} />}
    </Page>
  );
}
