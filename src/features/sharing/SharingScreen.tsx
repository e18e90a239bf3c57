import { useState } from 'react';
import { countText, WORK_ACT_NAMES } from '@/core';
import { MOST_PHONES } from '@/core/share/phones';
import { useJobs, useSettings, type OpenJob } from '@/data';
import { isIn, othersOf, shareOf, type Share, type Sharing } from '@/data/share/record';
import type { SharingStatus } from '@/data/share/status';
import { useSharing, useSharingActions, useSharingStatus } from '@/data/share/useSharing';
import { ActionButton } from '@/ui/ActionButton';
import { FormField } from '@/ui/form/FormField';
import { useAppForm } from '@/ui/form/useAppForm';
import { clockTime } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { TickLine } from '@/ui/TickLine';
import { ComeIn } from './ComeIn';
import { nameSchema, type NameForm } from './nameForm';
import { PhoneCode } from './PhoneCode';
import { NOT_HERE, phoneSays, TROUBLES } from './words';

/** Which phones have a job together, whether each has everything, and how another one comes in or goes. */
export function SharingScreen({ jobId }: { jobId: string | undefined }) {
  const { jobs, loading } = useJobs();
  const sharing = useSharing();
  const settings = useSettings();
  const [picked, setPicked] = useState(jobId);
  if (loading || !sharing || !settings) return <Page>{null}</Page>;
  const shared = jobs.find((j) => sharing.shares.some((s) => s.jobId === j.job.id && isIn(s)));
  const open = jobs.find((j) => j.job.id === picked) ?? shared ?? jobs[0];
  const name = sharing.name ?? (settings.who ? `${settings.who}’s phone` : '');
  return <Sharings key={open?.job.id} jobs={jobs} open={open} sharing={sharing} name={name} onJob={setPicked} />;
}

function titleOf(share: Share | undefined, status: SharingStatus['shares'][number] | undefined): string {
  if (!share) return 'On this phone only';
  if (!isIn(share)) return 'No longer shared with this phone';
  if (share.isPending) return 'Let in, and waiting for the job';
  const others = othersOf(share);
  if (others.length === 0) return 'On this phone only so far';
  const behind = status?.others.filter((o) => o.behind > 0 || !o.hasHead) ?? [];
  const [first] = others;
  const who = others.length === 1 && first ? first.name : countText(others.length, 'other phone');
  if (!status || status.others.some((o) => o.heardMs === undefined)) return `Shared with ${who}`;
  return behind.length === 0
    ? `Shared with ${who}: ${others.length === 1 ? 'both' : 'all'} have everything`
    : `Shared with ${who}: not all is there yet`;
}

function Sharings({
  jobs,
  open,
  sharing,
  name,
  onJob,
}: {
  jobs: OpenJob[];
  open: OpenJob | undefined;
  sharing: Sharing;
  name: string;
  onJob(id: string): void;
}) {
  const status = useSharingStatus();
  const { notHere } = useSharingActions();
  const share = open && shareOf(sharing, open.job.id);
  const pending = sharing.shares.find((s) => s.isPending);
  const known = status?.shares.find((s) => s.id === share?.id);
  const nameForm = useAppForm({ name: (share && isIn(share) ? share.me.name : undefined) ?? name }, nameSchema);
  return (
    <Page testID="sharing" wide>
      <PageHead
        eyebrow={open ? `Phones that share ${open.job.name}` : 'Shared with other phones'}
        title={pending && share === undefined ? 'Let in, and waiting for the job' : titleOf(share, known)}
        subtitle="What is logged on one phone is on the others a moment later. It goes over this server, sealed: the server cannot read it and keeps nothing."
      />
      {notHere && (
        <Notice tone="stop" testID="not-here">
          {NOT_HERE[notHere]}
        </Notice>
      )}
      {status?.trouble && (
        <Notice tone="window" testID="sharing-trouble">
          {TROUBLES[status.trouble]}
        </Notice>
      )}
      {jobs.length > 1 && open && (
        <PickFrom
          label="Job"
          value={open.job.id}
          onChange={onJob}
          options={jobs.map((j) => ({ value: j.job.id, label: j.job.name }))}
        />
      )}
      {!notHere && !(share && isIn(share)) && (
        <FormField
          control={nameForm.control}
          name="name"
          label="What this phone is called"
          hint="The others see it by this name"
        />
      )}
      {!notHere && (
        <TwoColumns
          left={
            open && (
              <>
                {share && isIn(share) && !share.isPending && <Phones share={share} status={known} />}
                <AskIn
                  key={share?.id}
                  jobId={open.job.id}
                  share={share && isIn(share) ? share : undefined}
                  nameForm={nameForm}
                />
              </>
            )
          }
          right={<ComeIn key={sharing.joining?.code} joining={sharing.joining} nameForm={nameForm} />}
        />
      )}
    </Page>
  );
}

/** The phones of a job, this one first, each with what it has. */
function Phones({ share, status }: { share: Share; status: SharingStatus['shares'][number] | undefined }) {
  const { takeOut } = useSharingActions();
  const notify = useNotify();
  const [problem, setProblem] = useState<string>();
  const out = (id: string, name: string) =>
    void takeOut(share.id, id).then(
      () =>
        notify({
          text:
            id === share.me.id
              ? 'This phone is out: it keeps what it has, and nothing more comes or goes.'
              : `${name} is out. It keeps what it has, and gets nothing more.`,
        }),
      (e: Error) => setProblem(e.message),
    );
  return (
    <Section title="Phones">
      <Problem says={problem} />
      <ListRow>
        <Grow>
          <Text kind="strong">{share.me.name}</Text>
          <Text kind="small" tone="muted">
            This one
          </Text>
        </Grow>
        <TextButton label="Leave" of="this phone" onPress={() => out(share.me.id, share.me.name)} />
      </ListRow>
      {othersOf(share).map((p) => {
        const known = status?.others.find((o) => o.id === p.id);
        const isUnheard = known?.heardMs === undefined && known?.doubt === undefined;
        const isWhole = isUnheard || (known.behind === 0 && known.hasHead && known.doubt === undefined);
        return (
          <ListRow key={p.id} testID="other-phone">
            <Grow>
              <Text kind="strong">{p.name}</Text>
              <Text kind="small" tone={isWhole ? 'muted' : 'window'}>
                {phoneSays(known)}
              </Text>
              {known?.doing.map((d) => (
                <Text key={`${d.act}${d.sinceMs}`} kind="small">
                  {`${WORK_ACT_NAMES[d.act]} since ${clockTime(d.sinceMs)}`}
                </Text>
              ))}
            </Grow>
            <TextButton label="Take out" of={p.name} onPress={() => out(p.id, p.name)} />
          </ListRow>
        );
      })}
    </Section>
  );
}

/** Makes a code by which another phone comes in. */
function AskIn({ jobId, share, nameForm }: { jobId: string; share: Share | undefined; nameForm: NameForm }) {
  const { askIn, withdraw } = useSharingActions();
  const [shelf, setShelf] = useState(share?.shelf ?? true);
  const [problem, setProblem] = useState<string>();
  const save = nameForm.handleSubmit(({ name }) =>
    askIn(jobId, name, shelf).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(e.message),
    ),
  );
  if (share?.isPending) return null;
  const isFull = share !== undefined && othersOf(share).length + 1 >= MOST_PHONES;
  return (
    <Section title="Ask another phone in">
      {share?.invite ? (
        <PhoneCode invite={share.invite} onWithdraw={() => void withdraw(share.id)} />
      ) : isFull ? (
        <Text kind="small">{`No more than ${MOST_PHONES} phones share a job. Take one out first.`}</Text>
      ) : (
        <Stack top={2} between={2}>
          {!share && (
            <TickLine
              label="The shelf too: both phones take from the same tins"
              checked={shelf}
              onPress={() => setShelf(!shelf)}
            />
          )}
          <Row>
            <ActionButton label="Make a code" strong={!share} onPress={() => void save()} testID="make-code" />
          </Row>
          <Problem says={problem} />
        </Stack>
      )}
    </Section>
  );
}
