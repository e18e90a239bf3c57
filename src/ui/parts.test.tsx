import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState, type ReactNode } from 'react';
import { PaperProvider } from 'react-native-paper';
import { ActionButton } from './ActionButton';
import { AppThemeProvider } from './appTheme';
import { ChoiceGroup } from './ChoiceGroup';
import { Disclosure } from './Disclosure';
import { Notice } from './Notice';
import { PageHead } from './PageHead';
import { Text } from './Text';
import { TextButton } from './TextButton';
import { LIGHT } from './theme';
import { useViewFocus } from './viewFocus';

const dressed = (children: ReactNode) => (
  <PaperProvider>
    <AppThemeProvider value={{ palette: LIGHT, scale: 1, units: 'metric', currency: '€' }}>{children}</AppThemeProvider>
  </PaperProvider>
);

const OPTIONS = [
  { value: 'a', label: 'First' },
  { value: 'b', label: 'Second' },
  { value: 'c', label: 'Third' },
] as const;

function OneOf({ said }: { said?: (v: string) => void }) {
  const [value, setValue] = useState<'a' | 'b' | 'c' | undefined>();
  return (
    <ChoiceGroup
      label="Pick"
      options={OPTIONS}
      value={value}
      onChange={(v) => {
        setValue(v);
        said?.(v);
      }}
    />
  );
}

describe('a group of choices', () => {
  const radio = (name: string) => screen.getByRole('radio', { name });
  const stops = () => screen.getAllByRole('radio').map((r) => r.tabIndex);
  it('is one stop of Tab, at what is picked', () => {
    render(dressed(<OneOf />));
    expect(stops()).toEqual([0, -1, -1]);
    fireEvent.click(radio('Second'));
    expect(stops()).toEqual([-1, 0, -1]);
    expect(radio('Second').getAttribute('aria-checked')).toBe('true');
  });
  it('arrows pick and move the focus, round the end', () => {
    const said = jest.fn();
    render(dressed(<OneOf said={said} />));
    act(() => radio('First').focus());
    fireEvent.keyDown(radio('First'), { key: 'ArrowLeft' });
    expect(document.activeElement).toBe(radio('Third'));
    fireEvent.keyDown(radio('Third'), { key: 'Home' });
    expect(said.mock.calls).toEqual([['c'], ['a']]);
  });
  it('several: each is a stop, and arrows leave it alone', () => {
    const said = jest.fn();
    render(dressed(<ChoiceGroup label="Pick" many options={OPTIONS} value={['b']} onChange={said} />));
    const boxes = screen.getAllByRole('checkbox');
    expect(boxes.map((b) => [b.tabIndex, b.getAttribute('aria-checked')])).toEqual([
      [0, 'false'],
      [0, 'true'],
      [0, 'false'],
    ]);
    fireEvent.keyDown(boxes[0]!, { key: 'ArrowRight' });
    expect(said).not.toHaveBeenCalled();
  });
});

describe('buttons and notices', () => {
  it('an act that is off does nothing', () => {
    const press = jest.fn();
    render(dressed(<ActionButton label="Save" disabled onPress={press} />));
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(press).not.toHaveBeenCalled();
  });
  it('a quiet one says what it is about to whoever does not see it beside', () => {
    render(dressed(<TextButton label="Change" of="Left door" onPress={() => undefined} />));
    expect(screen.getByRole('button', { name: 'Change Left door' })).toBeTruthy();
  });
  it('what stops is said at once, the rest is only there', () => {
    render(
      dressed(
        <>
          <Notice tone="stop">Not now.</Notice>
          <Notice tone="window">With care.</Notice>
        </>,
      ),
    );
    expect(screen.getByRole('alert').textContent).toBe('Not now.');
    expect(screen.getByRole('note').textContent).toBe('With care.');
  });
  it('what opens is drawn only while it is open', () => {
    const { rerender } = render(
      dressed(
        <Disclosure head={<Text>Head</Text>} open={false} onToggle={() => undefined}>
          <Text>Inside</Text>
        </Disclosure>,
      ),
    );
    expect(screen.queryByText('Inside')).toBeNull();
    rerender(
      dressed(
        <Disclosure head={<Text>Head</Text>} open onToggle={() => undefined}>
          <Text>Inside</Text>
        </Disclosure>,
      ),
    );
    expect(screen.getByText('Inside')).toBeTruthy();
    expect(screen.getByRole('button').getAttribute('aria-expanded')).toBe('true');
  });
});

describe('a view', () => {
  it('names the tab by its answer and where one is', () => {
    render(dressed(<PageHead eyebrow="Bread van" title="14 ready now" />));
    expect(document.title).toBe('14 ready now \u00b7 Bread van \u00b7 Stratocoat');
  });
  function View({ path }: { path: string }) {
    useViewFocus(path);
    return (
      <div role="main" key={path}>
        <h1>{path}</h1>
        <button>{`On ${path}`}</button>
      </div>
    );
  }
  it('is read from its head, and coming back from where one was', () => {
    jest.useFakeTimers();
    const { rerender } = render(<View path="/one" />);
    const settle = () => act(() => jest.advanceTimersByTime(200));
    settle();
    // The first view of a visit keeps the browser's own beginning.
    expect(document.activeElement).toBe(document.body);
    act(() => screen.getByRole('button', { name: 'On /one' }).focus());
    rerender(<View path="/two" />);
    settle();
    expect(document.activeElement).toBe(screen.getByRole('heading', { name: '/two' }));
    rerender(<View path="/one" />);
    settle();
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'On /one' }));
    jest.useRealTimers();
  });
});

describe('a double tap', () => {
  const taps = (strong: boolean): number => {
    const press = jest.fn();
    render(dressed(<ActionButton label={strong ? 'Save' : 'Back one'} strong={strong} onPress={press} />));
    const button = screen.getByRole('button');
    fireEvent.click(button, { detail: 1 });
    fireEvent.click(button, { detail: 2 });
    return press.mock.calls.length;
  };
  it('does the one thing to do once', () => expect(taps(true)).toBe(1));
  it('does anything else as often as it is tapped', () => expect(taps(false)).toBe(2));
});
