import { calendarOf } from './calendar';

describe('calendarOf', () => {
  it('writes an entry a step, by the clock on the wall', () => {
    const step = {
      label: 'Hose trial, then wait; look',
      at: '2026-11-30T08:30',
      provoked: 'hose',
      condition: null,
      coldStart: false,
      byCustomer: false,
      counts: 0.84,
      probability: 0.9,
    } as const;
    const text = calendarOf([step], {
      number: 'J-0145',
      vehicle: 'Corvane Lumen',
      beacon: 'Charge flap open',
    });
    const lines = text.split('\r\n');
    expect(lines[0]).toBe('BEGIN:VCALENDAR');
    expect(lines).toContain('DTSTART:20261130T083000');
    expect(lines).toContain('DTEND:20261130T090000');
    expect(lines).toContain('SUMMARY:J-0145 Corvane Lumen: Hose trial\\, then wait\\; look');
    expect(lines.every((line) => new TextEncoder().encode(line).length <= 75)).toBeTrue();
  });
});
