import { clock, fineClock, parseClock } from './clock';

describe('clock', () => {
  it('shows lengths as people read them', () => {
    expect(clock(0)).toBe('0:00');
    expect(clock(83_400)).toBe('1:23');
    expect(clock(59_600)).toBe('1:00');
    expect(clock(3_723_000)).toBe('1:02:03');
    expect(clock(-5000)).toBe('−0:05');
  });

  it('never shows a fine time that is not reached yet', () => {
    expect(fineClock(151_049)).toBe('2:31.04');
    expect(fineClock(59_999)).toBe('0:59.99');
  });

  it('reads what a person types', () => {
    expect(parseClock('7')).toBe(420_000);
    expect(parseClock('7:30')).toBe(450_000);
    expect(parseClock('90s')).toBe(90_000);
    expect(parseClock('7,5')).toBe(450_000);
    expect(parseClock('1:02:03')).toBe(3_723_000);
    for (const no of ['', 'soon', '7:77', '-3', '7:3:']) expect(parseClock(no)).withContext(no).toBeNull();
  });
});
