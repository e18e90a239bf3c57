import type { Panel } from '@/core';
import type { OpenJob } from '@/data';
import { useTakePhoto } from '@/data/photos';
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
  const { take, problem } = useTakePhoto(open.job.id);
  const own = (open.job.photos ?? []).filter((p) => p.panelId === panel.id);
  const last = own[own.length - 1];
  const href = pageHref('/photos', { job: open.job.id, panel: panel.id });
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
      <TextButton
        label="Take a photo"
        icon="plus"
        onPress={() => void take({ panelId: panel.id }).then((p) => p && notify({ text: 'Photo kept.' }))}
        testID="take-photo"
      />
    </Section>
  );
}
