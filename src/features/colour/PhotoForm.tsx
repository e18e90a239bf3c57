import { useState } from 'react';
import { Image, View } from 'react-native';
import {
  photoDifference,
  type Light,
  type PhotoPlace,
  type PhotoProblem,
  type PhotoTaps,
  type PicturePoint,
} from '@/core/colour';
import { pickFile, readPicture, type OpenedPicture } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Text } from '@/ui/Text';
import { TapArea } from '@/ui/TapArea';
import { TextButton } from '@/ui/TextButton';
import { gap, TARGET } from '@/ui/theme';
import type { ReadFormProps } from './readForm';
import { ZoneOfCard } from './ZoneOfCard';

/** Enough to read patches of, and little to keep. */
const MOST_PX = 1600;
const PLACES: readonly { value: PhotoPlace; label: string }[] = [
  { value: 'car', label: 'Car' },
  { value: 'card', label: 'Card' },
  { value: 'grey', label: 'Grey' },
];
const VIEWS = { face: { label: 'Face-on', angleDeg: 25 }, along: { label: 'Along the panel', angleDeg: 75 } } as const;
type View2 = keyof typeof VIEWS;
const LIGHTS: readonly { value: Light; label: string }[] = [
  { value: 'D65', label: 'Daylight' },
  { value: 'A', label: 'Filament lamp' },
  { value: 'FL11', label: 'Tube' },
];
/** How far a mark goes with a tap on an arrow, as a share of the picture. */
const NUDGE = 0.01;

/** One picture that holds the car, the card and a neutral grey: the person taps the three. */
export function PhotoForm({ of, card, ways, problem, onSave, onLeave }: ReadFormProps) {
  const [picture, setPicture] = useState<OpenedPicture>();
  const [taps, setTaps] = useState<Partial<PhotoTaps>>({});
  const [place, setPlace] = useState<PhotoPlace>('car');
  const [view, setView] = useState<View2>('face');
  const [light, setLight] = useState<Light>('D65');
  const [wrong, setWrong] = useState<readonly PhotoProblem[]>([]);
  const [zoneId, setZoneId] = useState(card?.zones[card.zones.length - 1]?.id);
  const choose = async () => {
    const file = await pickFile('image/*');
    if (!file) return;
    try {
      setPicture(await readPicture(file, MOST_PX));
      setTaps({});
      setPlace('car');
      setWrong([]);
    } catch (e) {
      setWrong([{ message: e instanceof Error ? e.message : 'The picture could not be read' }]);
    }
  };
  const tap = (at: PicturePoint) => {
    const next = { ...taps, [place]: at };
    setTaps(next);
    setWrong([]);
    const open = PLACES.find((p) => !next[p.value]);
    if (open) setPlace(open.value);
  };
  const nudge = (dx: number, dy: number) => {
    const at = taps[place];
    if (!at || !picture) return;
    const step = NUDGE * Math.max(picture.width, picture.height);
    setTaps({ ...taps, [place]: { x: at.x + dx * step, y: at.y + dy * step } });
    setWrong([]);
  };
  const { car, card: onCard, grey } = taps;
  const isWhole = picture !== undefined && car !== undefined && onCard !== undefined && grey !== undefined;
  const save = () => {
    if (!isWhole) return;
    const r = photoDifference(picture, { car, card: onCard, grey }, { angleDeg: VIEWS[view].angleDeg, light });
    if (!r.ok) {
      setWrong(r.error);
      const first = r.error[0]?.place;
      if (first) setPlace(first);
      return;
    }
    onSave({ by: 'photo', values: { form: 'difference', seen: [r.value] } }, zoneId);
  };
  return (
    <Page
      testID="photo-form"
      foot={
        <>
          <ActionButton label="Compare" strong grow disabled={!isWhole} onPress={save} testID="keep-photo" />
          <ActionButton label="Leave" onPress={onLeave} />
        </>
      }
    >
      <PageHead
        eyebrow={of.colour.name}
        title={
          picture
            ? `Tap the ${PLACES.find((p) => p.value === place)?.label.toLowerCase()}`
            : 'One photo of car, card and grey'
        }
        subtitle="The card flat on the car beside the repair, a neutral grey card beside both, in open shade, no flash, nothing burnt out. Only their difference is used."
      />
      {ways}
      {card && <ZoneOfCard card={card} value={zoneId} onChange={setZoneId} />}
      <TextButton label={picture ? 'Another photo' : 'Choose the photo'} onPress={() => void choose()} />
      {picture && (
        <>
          <Taps picture={picture} taps={taps} place={place} onTap={tap} onNudge={nudge} />
          <ChoiceGroup<PhotoPlace> label="What a tap marks" options={PLACES} value={place} onChange={setPlace} />
          <ChoiceGroup<View2>
            label="Taken"
            options={(Object.keys(VIEWS) as View2[]).map((value) => ({ value, label: VIEWS[value].label }))}
            value={view}
            onChange={setView}
          />
          <ChoiceGroup<Light> label="In" options={LIGHTS} value={light} onChange={setLight} />
        </>
      )}
      {wrong.map((w) => (
        <Notice key={w.message} tone="stop">
          {w.message}
        </Notice>
      ))}
      {problem}
      <Stack top={3}>
        <Text kind="small" tone="muted">
          A camera sees colours otherwise than an eye: what comes of it is about half a step unsure. Take one face-on
          and one along, or use it to decide whether a card is worth spraying again.
        </Text>
      </Stack>
    </Page>
  );
}

/** The picture with what was tapped on it. The arrows move the mark of the place that is picked. */
function Taps({
  picture,
  taps,
  place,
  onTap,
  onNudge,
}: {
  picture: OpenedPicture;
  taps: Partial<PhotoTaps>;
  place: PhotoPlace;
  onTap(at: PicturePoint): void;
  onNudge(dx: number, dy: number): void;
}) {
  const { palette } = useAppTheme();
  const [width, setWidth] = useState(0);
  const scale = width / picture.width;
  return (
    <View onLayout={(e) => setWidth(e.nativeEvent.layout.width)} style={{ marginTop: gap(3) }}>
      <TapArea
        testID="photo"
        label={`The photo. Tap the ${place}, or move its mark with the arrows`}
        onTap={(x, y) => scale > 0 && onTap({ x: x / scale, y: y / scale })}
        onArrow={(dx, dy) => (taps[place] ? onNudge(dx, dy) : onTap({ x: picture.width / 2, y: picture.height / 2 }))}
      >
        <Image
          source={{ uri: picture.url }}
          accessibilityIgnoresInvertColors
          style={{ width, height: (width * picture.height) / picture.width }}
          aria-label=""
        />
        {PLACES.map(({ value, label }) => {
          const at = taps[value];
          if (!at || width === 0) return null;
          const on = value === place;
          return (
            <View
              key={value}
              pointerEvents="none"
              style={{
                position: 'absolute',
                left: at.x * scale - TARGET / 2,
                top: at.y * scale - TARGET / 2,
                width: TARGET,
                height: TARGET,
                borderRadius: 4,
                borderWidth: on ? 3 : 1.5,
                borderColor: palette.paper,
                alignItems: 'center',
                justifyContent: 'flex-end',
              }}
            >
              <View style={{ backgroundColor: palette.ink, paddingHorizontal: gap(1) }}>
                <Text kind="tag" tone="paper">
                  {label}
                </Text>
              </View>
            </View>
          );
        })}
      </TapArea>
    </View>
  );
}
