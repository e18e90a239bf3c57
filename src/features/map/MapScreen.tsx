import { useRouter } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { drawnAreaText, zonesOf, type Face, type Panel, type Point } from '@/core';
import { contains, faceOf, keepOutAt, withoutZone, zonesAt } from '@/core/outline';
import { useAppend, useJob, useRules, useShopActions, type OpenJob } from '@/data';
import { useLook } from '@/ui/look';
import { PanelMap, type Mark } from '@/ui/map/PanelMap';
import { Sketch } from '@/ui/map/sketch';
import { Act, Blank, Choices, Head, Notice, Page, Quiet, Row, Section } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { markWords } from '@/ui/words';
import { FaultForm } from './FaultForm';
import { OutlineForm } from './OutlineForm';
import { ShapeForm } from './ShapeForm';

const MODES = [
  { value: 'look', label: 'Look' },
  { value: 'mark', label: 'Mark' },
  { value: 'zone', label: 'Zone' },
  { value: 'keepOut', label: 'Keep-out' },
] as const;
type Mode = (typeof MODES)[number]['value'];
const FACE_NAMES: Record<Face, string> = { outer: 'Outer face', inner: 'Inner face' };
/** At most so high, and never so much of the window that nothing beside it can be touched, px and share. */
const HEIGHT = { most: 330, share: 0.42 };

/** A panel to scale: where its zones and faults are, and a thumb to mark more. */
export function MapScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { data: open, isLoading } = useJob(jobId);
  const panel = open?.job.panels.find((p) => p.id === panelId);
  if (isLoading) return <Page>{null}</Page>;
  if (!open || !panel)
    return (
      <Page>
        <Blank title="That panel is not here" text="It may have been removed, or it belongs to the other store." />
      </Page>
    );
  return panel.map ? (
    <Drawn key={panel.id} open={open} panel={panel} />
  ) : (
    <ShapeForm key={panel.id} open={open} panel={panel} />
  );
}

function Drawn({ open, panel }: { open: OpenJob; panel: Panel }) {
  const { units } = useLook();
  const window = useWindowDimensions();
  const router = useRouter();
  const { changeJob } = useShopActions();
  const map = panel.map!;
  const [face, setFace] = useState<Face>(map.faces[0] ?? 'outer');
  const [mode, setMode] = useState<Mode>('look');
  const [sketch] = useState(() => new Sketch());
  const [pin, setPin] = useState<Point>();
  const [picked, setPicked] = useState<string>();
  const [said, setSaid] = useState<string>();
  /** The mark that was just made, while it is news. */
  const [marked, setMarked] = useState<string>();
  const append = useAppend(open.job.id);
  const [reshape, setReshape] = useState(false);
  const zones = useMemo(
    () => zonesOf(open.job, panel.id).filter((z) => faceOf(z) === face),
    [open.job, panel.id, face],
  );
  const rules = useRules();
  const all = useMemo(
    () => rules?.faultsOn(open.job, open.state, panel.id) ?? [],
    [rules, open.job, open.state, panel.id],
  );
  const faults = useMemo(() => all.filter((x) => (x.fault.mark.face ?? 'outer') === face).reverse(), [all, face]);
  const marks = useMemo(
    () =>
      faults.flatMap(({ fault: f }): Mark[] =>
        f.mark.at ? [{ id: f.id, at: f.mark.at, kind: f.mark.fault, open: f.doneMs === undefined }] : [],
      ),
    [faults],
  );
  const keepOuts = useMemo(() => map.keepOuts.filter((k) => k.face === face), [map, face]);
  const stillOpen = all.filter((x) => x.fault.doneMs === undefined).length;
  const drawing = mode === 'zone' || mode === 'keepOut';

  const onTap = useCallback(
    (at: Point, reach: number) => {
      setSaid(undefined);
      setMarked(undefined);
      if (mode === 'mark') {
        if (!contains(map.outline, at)) return setSaid('That is beside the panel. Tap on it.');
        return setPin({ x: Math.round(at.x), y: Math.round(at.y) });
      }
      const near = marks
        .map((m) => ({ m, d: Math.hypot(m.at.x - at.x, m.at.y - at.y) }))
        .filter((x) => x.d < reach)
        .sort((a, b) => a.d - b.d)[0];
      const keep = keepOutAt(panel, face, at);
      const here = zonesAt(open.job, panel, face, at);
      if (!near && !keep && here.length > 1 && contains(map.outline, at))
        setSaid(`${here.map((z) => z.name).join(' and ')} are not drawn, so a tap cannot tell them apart.`);
      setPicked(near?.m.id ?? keep?.id ?? (contains(map.outline, at) && here.length === 1 ? here[0]?.id : undefined));
    },
    [mode, map, marks, panel, face, open.job],
  );
  const begin = (m: Mode) => {
    setMode(m);
    setPin(undefined);
    setPicked(undefined);
    setSaid(undefined);
    setMarked(undefined);
    sketch.clear();
  };
  const zone = zones.find((z) => z.id === picked);
  const mark = faults.find((f) => f.fault.id === picked);
  const keepOut = keepOuts.find((k) => k.id === picked);
  const pinZones = pin ? zonesAt(open.job, panel, face, pin) : [];
  if (!rules) return <Page>{null}</Page>;
  if (reshape) return <ShapeForm open={open} panel={panel} onDone={() => setReshape(false)} />;

  return (
    <Page testID="map-page">
      <Head
        over={`${open.job.name}, ${panel.name.toLowerCase()}`}
        answer={
          mode === 'mark' && !pin
            ? 'Tap where the fault is'
            : drawing
              ? 'Drag round it, or tap its corners'
              : stillOpen === 0
                ? 'No fault is open'
                : stillOpen === 1
                  ? '1 fault is open'
                  : `${stillOpen} faults are open`
        }
      />
      {map.faces.length > 1 && (
        <Choices
          label="Face"
          hideLabel
          options={map.faces.map((f) => ({ value: f, label: FACE_NAMES[f] }))}
          value={face}
          onChange={(f) => {
            setFace(f);
            begin(mode);
          }}
        />
      )}
      <View style={{ height: gap(2) }} />
      <Choices label="What to do" hideLabel options={MODES} value={mode} onChange={begin} />
      <PanelMap
        outline={map.outline}
        zones={zones}
        keepOuts={keepOuts}
        marks={marks}
        picked={picked}
        pin={pin}
        sketch={sketch}
        drawing={drawing}
        height={Math.min(HEIGHT.most, Math.round(window.height * HEIGHT.share))}
        onTap={onTap}
      />
      {said !== undefined && <Notice tone="muted">{said}</Notice>}
      {marked !== undefined && (
        <Quiet
          label="Take the mark back"
          icon="undo"
          onPress={() =>
            append.mutate({ kind: 'voided', zoneIds: [], targetId: marked } as never, {
              onSuccess: () => {
                setMarked(undefined);
                setSaid('The mark is taken back.');
              },
              onError: (e) => setSaid(e.message),
            })
          }
        />
      )}
      {drawing && (
        <OutlineForm
          key={`${mode}${face}`}
          open={open}
          panel={panel}
          face={face}
          what={mode}
          sketch={sketch}
          onDone={(words) => {
            begin('look');
            setSaid(words);
          }}
        />
      )}
      {mode === 'mark' && pin && pinZones.length === 0 && (
        <Notice tone="stop">This face has no zone to mark it on. Draw one here first.</Notice>
      )}
      {mode === 'mark' && pin && pinZones.length > 0 && (
        <FaultForm
          key={`${pin.x},${pin.y}`}
          open={open}
          panel={panel}
          zones={pinZones}
          face={face}
          at={pin}
          onDone={(words, id) => {
            setPin(undefined);
            setSaid(words);
            setMarked(id);
          }}
        />
      )}
      {zone && (
        <Section title={zone.name} aside={drawnAreaText(zone.areaCm2, units)}>
          <Row
            role="link"
            label={`What is on ${zone.name}`}
            onPress={() => router.navigate(`/panel/${open.job.id}/${panel.id}?zone=${zone.id}` as never)}
          >
            <T kind="strong">What is on it</T>
          </Row>
          {zone.cutFrom && (
            <T kind="small" tone="muted">
              {`Cut out of ${open.job.zones.find((z) => z.id === zone.cutFrom!.zoneId)?.name.toLowerCase() ?? 'a zone'}: it has that zone\u2019s history until then.`}
            </T>
          )}
          {zone.cutFrom && (
            <Quiet
              label="Take this zone away"
              tone="stop"
              onPress={() => {
                const own = open.state.events.filter((e) =>
                  (e.kind === 'replaced' ? [...e.zoneIds, ...e.by.zoneIds] : e.zoneIds).includes(zone.id),
                );
                const r = withoutZone(open.job, zone, own.length);
                if (!r.ok) return setSaid(r.error[0]?.message);
                setPicked(undefined);
                changeJob(open.job.id, (j) => {
                  const again = withoutZone(j, zone, own.length);
                  if (!again.ok) throw new Error(again.error[0]?.message);
                  return again.value;
                }).then(
                  () => setSaid(`${zone.name} is taken away; its area is back where it came from.`),
                  (e: Error) => setSaid(e.message),
                );
              }}
            />
          )}
          {!zone.outline && (
            <T kind="small" tone="muted">
              All that is not drawn as a zone of its own.
            </T>
          )}
        </Section>
      )}
      {keepOut && (
        <Section title={keepOut.name} aside="not painted">
          <Quiet
            label="Take this keep-out away"
            tone="stop"
            onPress={() => {
              void changeJob(open.job.id, (j) => ({
                ...j,
                panels: j.panels.map((p) =>
                  p.id === panel.id && p.map
                    ? { ...p, map: { ...p.map, keepOuts: p.map.keepOuts.filter((k) => k.id !== keepOut.id) } }
                    : p,
                ),
              })).catch((e: Error) => setSaid(e.message));
              setPicked(undefined);
            }}
          />
        </Section>
      )}
      <Section title="Faults here" aside={String(faults.length)}>
        {faults.length === 0 && (
          <View style={{ paddingVertical: gap(3) }}>
            <T tone="muted">None is marked on this face. Walk along it, and tap what you see.</T>
          </View>
        )}
        {(mark ? [mark] : faults).map(({ fault: f, zoneId }) => (
          <Row
            key={f.id}
            selected={f.id === picked}
            label={f.doneMs === undefined ? `Log the repair: ${markWords(f.mark)}` : markWords(f.mark)}
            onPress={() =>
              f.doneMs === undefined
                ? router.navigate(`/log?job=${open.job.id}&zones=${zoneId}&kind=repaired&fault=${f.id}` as never)
                : router.navigate(`/panel/${open.job.id}/${panel.id}?zone=${zoneId}` as never)
            }
          >
            <View style={{ flex: 1, minWidth: 0 }}>
              <T kind="strong">{markWords(f.mark)}</T>
              <T kind="small" tone="muted">
                {open.job.zones.find((z) => z.id === zoneId)?.name ?? ''}
              </T>
            </View>
            <T kind="small" tone={f.doneMs === undefined ? 'stop' : 'do'}>
              {f.doneMs === undefined ? 'open' : 'dealt with'}
            </T>
          </Row>
        ))}
        {mark && <Quiet label="Show all of them" onPress={() => setPicked(undefined)} />}
      </Section>
      <Quiet
        label="Work out a repair"
        onPress={() => router.navigate(`/repair?job=${open.job.id}&panel=${panel.id}` as never)}
      />
      <Quiet label="Change the outline or its size" onPress={() => setReshape(true)} />
      <View style={{ marginTop: gap(2) }}>
        <Act label="To the panel" onPress={() => router.navigate(`/panel/${open.job.id}/${panel.id}` as never)} />
      </View>
    </Page>
  );
}
