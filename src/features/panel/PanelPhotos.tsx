import { useState } from 'react';
import type { Panel } from '@/core';
import { pickFile, type OpenJob } from '@/data';
import { usePhotos } from '@/data/photos';
import { dayMonth } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

/** How many photos a panel has, and one more by a tap and the camera. */
export default function PanelPhotos({ open, panel }: { open: OpenJob; panel: Panel }) {
  const notify = useNotify();
  const { add } = usePhotos(open.job.id);
  const [problem, setProblem] = useState<string>();
  const own = (open.job.photos ?? []).filter((p) => p.panelId === panel.id);
  const last = own[own.length - 1];
  const href = pageHref('/photos', { job: open.job.id, panel: panel.id });
  const take = async () => {
    const file = await pickFile('image/*');
    if (!file) return;
    await add(file, { panelId: panel.id }).then(
      () => {
        setProblem(undefined);
        notify({ text: 'Photo kept.' });
      },
      (e: Error) => setProblem(e.message),
    );
  };
  return (
    <Section title="Photos" aside={own.length === 0 ? 'none yet' : String(own.length)}>
      {last && (
        <ListRow href={href}>
          <Grow>
            <Text kind="strong">{own.length === 1 ? 'One photo' : `${own.length} photos`}</Text>
            <Text
              kind="small"
              tone="muted"
            >{`The last of ${dayMonth(last.takenMs)}${last.says ? `: ${last.says}` : ''}`}</Text>
          </Grow>
        </ListRow>
      )}
      <Problem says={problem} />
      <TextButton label="Take a photo" icon="plus" onPress={() => void take()} testID="take-photo" />
    </Section>
  );
}
