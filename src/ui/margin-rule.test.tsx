import { render as renderBare, screen } from '@testing-library/react';
import { heldAgainst } from '@/core/assessment/finding';
import { MarginRule } from './margin-rule';
import { SiteProvider, type SiteSettings } from './site';
import { siteSettings } from './site.test-support';

const render = (rule: React.ReactElement, over: Partial<SiteSettings> = {}) =>
  renderBare(<SiteProvider settings={siteSettings(over)}>{rule}</SiteProvider>);

const markOf = (container: HTMLElement) =>
  Number.parseFloat(container.querySelectorAll('svg > svg')[1]?.getAttribute('x') ?? '');

describe('the margin rule', () => {
  it('says reading, limit and signed margin to those who cannot see it', () => {
    render(<MarginRule label="Load test" measured={heldAgainst(9.1, 8.78, 'V', 0.03)} />);
    const spoken = screen
      .getByRole('img')
      .getAttribute('aria-label')
      ?.replace(/\u00A0/g, ' ');
    expect(spoken).toBe('Load test: 9.10 V, limit 8.78 V, margin +0.32 V');
  });

  it('puts a reading in hand right of the limit and a short one left of it', () => {
    const inHand = render(<MarginRule label="a" measured={heldAgainst(10, 9.6, 'V')} />);
    expect(markOf(inHand.container)).toBeGreaterThan(50);
    const short = render(<MarginRule label="b" measured={heldAgainst(9.2, 9.6, 'V')} />);
    expect(markOf(short.container)).toBeLessThan(50);
    expect(short.container.textContent).toContain('−0.40');
  });

  it('keeps the same scale for the same unit, and stops at its ends', () => {
    const near = render(<MarginRule label="a" measured={heldAgainst(9.9, 9.6, 'V')} />);
    const far = render(<MarginRule label="b" measured={heldAgainst(10.2, 9.6, 'V')} />);
    expect((markOf(far.container) - 50) / (markOf(near.container) - 50)).toBeCloseTo(2, 6);
    const off = render(<MarginRule label="c" measured={heldAgainst(30, 9.6, 'V')} />);
    expect(markOf(off.container)).toBe(100);
  });

  it('draws a temperature alike in either unit, and says it in the one that is shown', () => {
    const cold = heldAgainst(-20, -18, '°C', 1);
    const celsius = render(<MarginRule label="a" measured={cold} />);
    const fahrenheit = render(<MarginRule label="b" measured={cold} />, { temperatureUnit: '°F' });
    expect(markOf(fahrenheit.container)).toBeCloseTo(markOf(celsius.container), 6);
    expect(fahrenheit.container.textContent?.replace(/\u00A0/g, ' ')).toContain('−3.6 °F');
    expect(celsius.container.textContent?.replace(/\u00A0/g, ' ')).toContain('−2.0 °C');
  });
});
