import { useRouter } from 'expo-router';
import { useState } from 'react';
import {
  isMetal,
  SUBSTRATES,
  TREATMENT_NAMES,
  zonesOf,
  type FaultKind,
  type Panel,
  type Payloads,
  type Treatment,
  type Zone,
} from '@/core';
import { useJob, useSettings, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { markWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';
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
export function RepairScreen({
  jobId,
  panelId,
  faultId,
}: {
  jobId: string | undefined;
  panelId: string | undefined;
  /** A marked fault to work it out for. */
  faultId?: string;
}) {
  const { data: open, isLoading } = useJob(jobId);
  const settings = useSettings();
  const panel = open?.job.panels.find((p) => p.id === panelId);
  if (isLoading || !settings) return <Page>{null}</Page>;
  if (!open || !panel)
    return (
      <EmptyPage title="That panel is not here" text="It may have been removed, or it belongs to the other store." />
    );
  return <Repair open={open} panel={panel} faultId={faultId} />;
}

/** The work that a fault asks for; without one, what the metal, the laminate or the plastic of a panel is usually in need of. */
const usual = (p: Panel, mark: Mark | undefined): Work => {
  const asked = mark && ASKED[mark.fault];
  return asked ? asked[isMetal(p.substrate) ? 0 : 1] : usualOf(p);
};
/** On metal, and on anything else; what is not here has no work of its own. */
const ASKED: Partial<Record<FaultKind, readonly [Work, Work]>> = {
  surfaceRust: ['rust', 'laminate'],
  pitting: ['rust', 'laminate'],
  trappedWater: ['rust', 'laminate'],
  hole: ['patch', 'laminate'],
  delamination: ['patch', 'laminate'],
  crack: ['crack', 'crack'],
  sprungBond: ['bond', 'bond'],
  dent: ['dent', 'laminate'],
  crease: ['dent', 'laminate'],
  bowed: ['dent', 'bond'],
  oldWeld: ['patch', 'laminate'],
};
const usualOf = (p: Panel): Work => SUBSTRATES[p.substrate].repairs[0]!;

type Mark = Payloads['marked'];

/** The zone that a fault is on, with its mark; without one the first zone of the panel. */
function placeOf(open: OpenJob, panel: Panel, faultId: string | undefined): { zone?: Zone; mark?: Mark } {
  const zones = zonesOf(open.job, panel.id);
  for (const zone of zones) {
    const f = open.state.zones.get(zone.id)?.strata?.faults.find((x) => x.id === faultId);
    if (f?.mark) return { zone, mark: f.mark };
  }
  return { zone: zones[0] };
}

function Repair({ open, panel, faultId }: { open: OpenJob; panel: Panel; faultId: string | undefined }) {
  const router = useRouter();
  const { units } = useAppTheme();
  const { zone, mark } = placeOf(open, panel, faultId);
  const [work, setWork] = useState<Work>(usual(panel, mark));
  const [treatment, setTreatment] = useState<Treatment>();
  const here: readonly Work[] = SUBSTRATES[panel.substrate].repairs;
  const works = WORKS.filter((w) => here.includes(w.value));
  const parts = {
    over: mark
      ? `${panel.name}: ${markWords(mark, units).replace(/:.*/, '').toLowerCase()}`
      : `${panel.name}, ${SUBSTRATES[panel.substrate].name.toLowerCase()}`,
    panel,
    ...(mark && { mark }),
    onTreatment: setTreatment,
    choice: <ChoiceGroup label="What it is" hideLabel options={works} value={work} onChange={(w) => setWork(w)} />,
  };
  return (
    <Page
      testID="repair"
      foot={
        zone && (
          <ActionButton
            label={treatment ? `Log: ${TREATMENT_NAMES[treatment].toLowerCase()}` : 'Repair done'}
            strong
            grow
            onPress={() =>
              router.navigate(
                pageHref('/log', {
                  job: open.job.id,
                  zones: zone.id,
                  kind: 'repaired',
                  treatment,
                  fault: mark && faultId,
                }),
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
