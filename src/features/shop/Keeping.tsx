import { View } from 'react-native';
import { countText } from '@/core';
import { missingWithoutHttps, useBackup, useJobs, useNow, useRoomLeft, type RoomLeft, type ShopPreview } from '@/data';
import { useExchange } from '@/data/useExchange';
import { ActionButton } from '@/ui/ActionButton';
import { useConfirm } from '@/ui/ConfirmDialog';
import { fullWhen } from '@/ui/format';
import { Row } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { Reading } from './Reading';
import { Refused } from './Refused';
import { Unchecked } from './Unchecked';
import { useFileStep } from './useFileStep';

const megabytes = (bytes: number): string =>
  bytes < 1e6
    ? 'under 1\u00a0MB'
    : bytes < 1e9
      ? `${Math.round(bytes / 1e6)}\u00a0MB`
      : `${(bytes / 1e9).toFixed(1)}\u00a0GB`;

const KEEPS: Record<RoomLeft['keeps'], string> = {
  yes: 'The browser keeps it until somebody deletes it.',
  no: 'The browser may clear it when it runs out of room: it has not promised to keep it.',
  unknown: 'The browser does not say whether it keeps it.',
};

/** How safe the shop is in this browser, and the whole of it out to a file and back. */
export function Keeping({ shopName, offered }: { shopName: string; offered: File | undefined }) {
  const now = useNow(60_000);
  const room = useRoomLeft();
  const backup = useBackup(now);
  const { jobs } = useJobs();
  const { saveShop, readShop, putShop, mergeShelf, stop } = useExchange();
  const notify = useNotify();
  const [ask, dialog] = useConfirm();
  const { step, setStep, choose, stopReading, leave } = useFileStep('.zip,application/zip', readShop, stop, offered);
  const save = () => {
    setStep({ at: 'working', says: 'The file is being written.' });
    void saveShop(shopName).then(
      (leftOut) => {
        leave();
        notify({
          text:
            leftOut.length === 0
              ? 'The whole shop is in the file.'
              : `The shop is in the file, but for ${leftOut.length} that cannot be read.`,
        });
      },
      (e: Error) => setStep({ at: 'failed', message: e.message }),
    );
  };
  const put = (shop: ShopPreview) => {
    setStep({ at: 'working', says: 'It is being put in.' });
    void putShop().then(
      () => {
        leave();
        notify({ text: `${shop.name} is here, with ${shop.jobs} jobs.` });
      },
      (e: Error) => setStep({ at: 'failed', message: e.message }),
    );
  };
  const putShelf = () => {
    setStep({ at: 'working', says: 'The shelves are being put together.' });
    void mergeShelf().then(
      (fresh) => {
        leave();
        notify({ text: `Both shelves are one: ${fresh} records came in.` });
      },
      (e: Error) => setStep({ at: 'failed', message: e.message }),
    );
  };
  const entries = jobs.reduce((n, j) => n + j.seq, 0);
  const missing = missingWithoutHttps();
  return (
    <Section title="Keeping it">
      <View style={{ gap: gap(2), paddingTop: gap(3) }} aria-live="polite">
        <Text kind="strong">
          {!backup
            ? '\u00a0'
            : backup.atMs === null
              ? 'Never saved as a file'
              : `Last saved as a file ${fullWhen(backup.atMs)}${backup.since > 0 ? `; ${countText(backup.since, 'change')} since` : ''}`}
        </Text>
        <Text kind="small" tone="muted">
          {room
            ? `${KEEPS[room.keeps]}${room.used === undefined ? '' : ` It uses ${megabytes(room.used)}${room.free === undefined ? '' : `; ${megabytes(room.free)} are free`}.`}`
            : '\u00a0'}
        </Text>
        {missing !== undefined && (
          <Text kind="small" tone="window">
            {missing}
          </Text>
        )}
        {step.at === 'failed' && <Notice tone="stop">{step.message}</Notice>}
        {step.at === 'refused' && <Refused name={step.name} problems={step.problems} />}
        {step.at === 'reading' && <Reading name={step.name} share={step.share} onStop={stopReading} />}
        {step.at === 'ready' && (
          <Notice tone="muted" testID="shop-ready">
            <Text kind="strong">{step.found.name}</Text>
            <Text kind="small">{`${step.found.jobs} jobs, ${step.found.events} entries, ${step.found.readings} readings, ${step.found.shelf.records} records of the shelf. Saved ${fullWhen(step.found.exportedMs)}.`}</Text>
            {!step.found.checked && <Unchecked />}
            {step.found.damaged.length > 0 && (
              <Text kind="small" tone="stop">
                {`Damaged on the way, and left out: ${step.found.damaged.join(', ')}. Take another copy of the file if you have one.`}
              </Text>
            )}
            <Text kind="small" tone="stop">
              {`It takes the place of everything that is here: ${jobs.length} jobs with ${entries} entries. To put single jobs together, import their job files instead.`}
            </Text>
            <Row top={2}>
              <ActionButton
                label="Take it in"
                strong
                tone={jobs.length > 0 ? 'stop' : 'do'}
                onPress={() =>
                  jobs.length === 0
                    ? put(step.found)
                    : ask({
                        title: `Replace the ${jobs.length} jobs that are here?`,
                        text: `This deletes their ${entries} entries from this browser permanently. Save the shop as a file first if you may want it again.`,
                        act: 'Replace everything',
                        onConfirm: () => put(step.found),
                      })
                }
                testID="shop-do"
              />
              {step.found.shelf.fresh > 0 && (
                <ActionButton
                  label="Only put its shelf together with this one"
                  onPress={putShelf}
                  testID="shelf-merge"
                />
              )}
              <ActionButton label="Leave it" onPress={leave} />
            </Row>
          </Notice>
        )}
        {step.at === 'working' && <Text kind="small">{step.says}</Text>}
        {(step.at === 'idle' || step.at === 'failed' || step.at === 'refused') && (
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4), alignItems: 'center' }}>
            <ActionButton label="Save the shop as a file" onPress={save} testID="save-shop" />
            <TextButton label="Take in a shop file" onPress={choose} />
          </View>
        )}
        {dialog}
      </View>
    </Section>
  );
}
