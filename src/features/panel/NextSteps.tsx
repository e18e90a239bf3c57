import { phrase } from '@/core';
import { useRouter } from 'expo-router';
import { memo, useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Verdict } from '@/core/advice';
import { useLibrary, useAdvice, useVerdictInput, type OpenJob } from '@/data';
import { whenAndWait } from '@/ui/format';
import { useLook } from '@/ui/look';
import { Quiet, Section } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap, GLOVE } from '@/ui/theme';
import { VERDICT_TONE, verdictLine } from '@/ui/verdict';
import { pageHref } from '@/ui/pages';

interface Props {
  open: OpenJob;
  zoneId: string;
  now: number;
}

/** Every step that comes into question on the zone: allowed, with care, or not yet, and why. */
export const NextSteps = memo(function NextSteps({ open, zoneId, now }: Props) {
  const advice = useAdvice();
  const inputFor = useVerdictInput(open, now);
  const { all } = useLibrary();
  const steps = useMemo(() => {
    const input = inputFor(zoneId);
    return advice && input ? advice.nextSteps(input, open.state, all) : [];
  }, [advice, inputFor, open, zoneId, all]);
  const [expanded, setExpanded] = useState<string | null>(null);
  const router = useRouter();
  if (steps.length === 0) return null;
  return (
    <Section far title="Next">
      {steps.map((s) => (
        <Line
          key={s.label}
          label={s.label}
          verdict={s.verdict}
          now={now}
          expanded={expanded === s.label}
          onPress={() => setExpanded(expanded === s.label ? null : s.label)}
        >
          {s.logs && (
            <Quiet
              label="Log it"
              onPress={() =>
                router.navigate(
                  pageHref('/log', {
                    job: open.job.id,
                    zones: zoneId,
                    kind: s.logs,
                    product: 'product' in s.step ? s.step.product.id : undefined,
                  }),
                )
              }
            />
          )}
        </Line>
      ))}
    </Section>
  );
});

interface LineProps {
  label: string;
  verdict: Verdict;
  now: number;
  expanded: boolean;
  onPress(): void;
  children: React.ReactNode;
}

function Line({ label, verdict, now, expanded, onPress, children }: LineProps) {
  const { palette } = useLook();
  return (
    <View style={[styles.line, { borderBottomColor: palette.line }]} testID="next-step">
      <Pressable onPress={onPress} role="button" aria-expanded={expanded} style={styles.press}>
        <T kind="strong">{label}</T>
        <T kind="small" tone={VERDICT_TONE[verdict.level]}>
          {verdictLine(verdict, now)}
        </T>
      </Pressable>
      {expanded && (
        <View style={styles.more}>
          {verdict.findings.map((f) => (
            <View key={f.ruleId}>
              <T kind="small" tone={f.level === 'note' ? 'muted' : VERDICT_TONE[f.level]}>
                {f.says}
              </T>
              {f.clears !== undefined && (
                <T kind="small">
                  {f.clearsMs === undefined ? f.clears : phrase`${f.clears} ${whenAndWait(f.clearsMs, now)}.`}
                </T>
              )}
            </View>
          ))}
          {children}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  line: { borderBottomWidth: 1 },
  press: { minHeight: GLOVE, paddingVertical: gap(2), justifyContent: 'center' },
  more: { paddingBottom: gap(2), gap: gap(2) },
});
