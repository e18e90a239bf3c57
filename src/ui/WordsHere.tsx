import { useState } from 'react';
import { View } from 'react-native';
import type { Message } from '@/core';
import { termRecord, termsIn, type Term } from '@/core/words/terms';
import { useFormatMessage } from './appTheme';
import { TermDrawing } from './TermDrawing';
import { Text } from './Text';
import { TextButton } from './TextButton';
import { gap } from './theme';

/** So many words are offered at once. */
const MOST = 4;

/** Words of the trade that stand in what is said above, each explained by a tap in one sentence. */
export default function WordsHere({ says }: { says: readonly Message[] }) {
  const say = useFormatMessage();
  const [shown, setShown] = useState<Term>();
  const terms = termsIn(says.map(say), MOST);
  if (terms.length === 0) return null;
  const told = shown && termRecord(shown);
  return (
    <View testID="words">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4), alignItems: 'center' }}>
        <Text kind="tag" tone="muted">
          What is
        </Text>
        {terms.map((t) => (
          <TextButton
            key={t}
            label={`${termRecord(t).name.toLowerCase()}?`}
            of="What it is"
            tone="muted"
            onPress={() => setShown(shown === t ? undefined : t)}
          />
        ))}
      </View>
      {told && (
        <View style={{ gap: gap(1), paddingBottom: gap(2) }} aria-live="polite">
          <Text kind="small">{`${told.name}: ${told.says.charAt(0).toLowerCase()}${told.says.slice(1)}`}</Text>
          {told.drawing && <TermDrawing kind={told.drawing} />}
        </View>
      )}
    </View>
  );
}
