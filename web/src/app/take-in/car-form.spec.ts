import { CarForm } from './car-form';

describe('CarForm', () => {
  const filled = () => {
    const form = new CarForm();
    form.make.set(' Ostrel ');
    form.model.set('Marn wagon');
    form.event.set('wear');
    return form;
  };

  it('gives nothing for what is empty, and trims what is typed', () => {
    const form = filled();
    expect(form.problem()).toBeNull();
    expect(form.vehicle()).toEqual({
      make: 'Ostrel',
      model: 'Marn wagon',
      year: null,
      built: null,
      plate: null,
      vin: null,
      odometerKm: null,
      odometerUnit: null,
      highVoltage: false,
      options: null,
    });
    expect(form.head()).toEqual({
      event: 'wear',
      eventNote: null,
      eventDetails: null,
      customer: null,
      customerWords: null,
      promisedAt: null,
    });
  });

  it('takes only the details that belong to the event chosen', () => {
    const form = filled();
    form.zones.set([12, 1]);
    form.seats.set({ 'front-left': 'unknown' });
    form.battery.set('jumped-reversed');
    form.waterPlace.set(' rear ');
    const details = (event: string) => {
      form.event.set(event);
      return form.head().eventDetails;
    };
    expect(details('collision')).toEqual({
      zones: [1, 12],
      severity: 'unknown',
      occupants: [{ seat: 'front-left', belted: 'unknown' }],
    });
    expect(details('battery')).toEqual({ battery: 'jumped-reversed' });
    expect(details('water')).toEqual({ waterPlace: 'rear' });
    expect(details('module-failure')).toBeNull();
  });

  it('comes back as it was from a record: head, vehicle, miles and options', () => {
    const form = filled();
    form.odometer.set("40'000");
    form.odometerUnit.set('mi');
    form.options.set('tow bar, ; heated seats');
    form.built.set('2019-04');
    form.promised.set('2026-11-27T16:00');
    form.event.set('collision');
    form.zones.set([3]);
    const again = new CarForm();
    again.takeHead(form.head());
    again.takeVehicle(form.vehicle());
    expect(again.head()).toEqual(form.head());
    expect(again.vehicle()).toEqual(form.vehicle());
    expect([again.odometer(), again.options(), again.promised()]).toEqual([
      '40000',
      'tow bar, heated seats',
      '2026-11-27T16:00',
    ]);
  });

  it('says what keeps it from being saved', () => {
    const form = filled();
    form.built.set('last spring');
    expect(form.problem()!.says).toContain('Apr 2019');
    form.built.set('');
    form.promised.set('next week');
    expect(form.problem()!.says).toContain('28 Nov 2026');
    form.promised.set('');
    form.odometer.set('12,5');
    expect(form.problem()!.says).toContain('whole number');
    expect(form.odometerSays()).toContain('such as 38 412');
  });
});
