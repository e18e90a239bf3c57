import { figure, pair, phrase } from '@/core';
import { render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { Field, Measure } from './Field';
import { AppThemeProvider } from './appTheme';
import { LIGHT } from './theme';

// Jest does not load a part of the app later; a browser does.
// The calendar is not what is tried here, and its package is an ES module that Jest does not read.
jest.mock('react-native-paper-dates', () => ({ registerTranslation: () => undefined }));
jest.mock('react', () => ({
  ...jest.requireActual<object>('react'),
  lazy: () => (jest.requireActual('./inputs') as { Input: unknown }).Input,
}));

const nothing = () => undefined;
const drawn = (more: Partial<Parameters<typeof Field>[0]>, units: 'metric' | 'us' = 'metric') =>
  render(
    <PaperProvider>
      <AppThemeProvider value={{ palette: LIGHT, scale: 1, units, currency: '€' }}>
        <Field label="Depth" value="5" onChange={nothing} {...more} />
      </AppThemeProvider>
    </PaperProvider>,
  );
const box = (name: string) => screen.findByRole('textbox', { name }, { timeout: 20_000 });

describe('a field', () => {
  it.each([
    ['a figure brings a pad of digits', { numeric: true, unit: 'mm' }, 'Depth, mm', 'decimal'],
    ['a temperature does not: the pad has no minus', { numeric: true, unit: '°C' }, 'Depth, °C', 'text'],
    ['nor does a day or a name that stands beside others', { short: true }, 'Depth', 'text'],
    ['nor do words', {}, 'Depth', 'text'],
  ] as const)('%s', async (_, more, name, mode) => {
    drawn(more);
    expect((await box(name)).getAttribute('inputmode')).toBe(mode);
  });
  it.each([
    ['thickness', 'metric', 'Depth, mm', 'decimal'],
    ['thickness', 'us', 'Depth, in', 'decimal'],
    ['temp', 'us', 'Depth, °F', 'text'],
    ['pressure', 'us', 'Depth, psi', 'decimal'],
  ] as const)('of %s is asked for in %s units: %s', async (quantity, units, name, mode) => {
    render(
      <PaperProvider>
        <AppThemeProvider value={{ palette: LIGHT, scale: 1, units, currency: '€' }}>
          <Measure label="Depth" quantity={quantity} value="5" onChange={nothing} />
        </AppThemeProvider>
      </PaperProvider>,
    );
    expect((await box(name)).getAttribute('inputmode')).toBe(mode);
  });
  it('says what is wrong in place of the hint, aloud and in the user\u2019s units', async () => {
    const r = drawn(
      { numeric: true, unit: 'in', hint: 'Usual 5 mm', problem: phrase`Between ${pair('thickness', 5, 50, ' and ')}` },
      'us',
    );
    expect((await screen.findByRole('alert')).textContent).toBe('Between 0.20 and 1.97\u00a0in');
    expect(screen.queryByText(/Usual/)).toBeNull();
    expect((await box('Depth, in')).getAttribute('aria-invalid')).toBe('true');
    r.unmount();
    drawn({ numeric: true, unit: 'in', hint: phrase`Usual ${figure('thickness', 5)}` }, 'us');
    expect(await screen.findByText(/^Usual 0\.20\sin$/)).toBeTruthy();
  });
});
