import { View } from 'react-native';
import { countText } from '@/core';
import { missingWithoutHttps, useBackup, useNow, useRoomLeft, type RoomLeft, type ShopPreview } from '@/data';
import { useExchange } from '@/data/useExchange';
import { ActionButton } from '@/ui/ActionButton';
import { useConfirm } from '@/ui/ConfirmDialog';
import { fullWhen } from '@/ui/format';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { sizeText } from '@/ui/sizeText';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { Reading } from './Reading';
import { Refused } from './Refused';
import { lostText, ShopReady } from './ShopReady';
import { useFileStep } from './useFileStep';

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
  const { saveShop, readShop, putShop, mergeShop, stop } = useExchange();
  const notify = useNotify();
  const [ask, dialog] = useConfirm();
  const { step, setStep, choose, stopReading, leave } = useFileStep('.zip,application/zip', readShop, stop, offered);
  const saveTo = async () => {
    const leftOut = await saveShop(shopName);
    notify({
      text:
        leftOut.length === 0
          ? 'The whole shop is in the file.'
          : `The shop is in the file, but for ${leftOut.length} that cannot be read.`,
    });
  };
  const failed = (e: Error) => setStep({ at: 'failed', message: e.message });
  const save = () => {
    setStep({ at: 'working', says: 'The file is being written.' });
    void saveTo().then(leave, failed);
  };
  /** The file that was read waits meanwhile. */
  const saveFirst = () => void saveTo().catch((e: Error) => notify({ text: e.message }));
  const put = (shop: ShopPreview, how: 'replace' | 'merge') => {
    setStep({ at: 'working', says: 'It is being put in.' });
    void (how === 'merge' ? mergeShop() : putShop()).then(() => {
      leave();
      notify({
        text:
          how === 'merge' ? 'Both shops are one now.' : `${shop.name} is here, with ${countText(shop.jobs, 'job')}.`,
      });
    }, failed);
  };
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
            ? `${KEEPS[room.keeps]}${room.used === undefined ? '' : ` It uses ${sizeText(room.used)}${room.free === undefined ? '' : `; ${sizeText(room.free)} are free`}.`}`
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
          <ShopReady
            found={step.found}
            onMerge={() => put(step.found, 'merge')}
            onReplace={() =>
              step.found.here === 0
                ? put(step.found, 'replace')
                : ask({
                    title: `Replace the ${countText(step.found.here, 'job')} that ${step.found.here === 1 ? 'is' : 'are'} here?`,
                    text: lostText(step.found.onlyHere),
                    act: 'Replace everything',
                    onConfirm: () => put(step.found, 'replace'),
                  })
            }
            onSave={saveFirst}
            onLeave={leave}
          />
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
