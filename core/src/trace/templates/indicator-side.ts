/** The indicators on one side: a walk round the car with each position of the switch. */
import { bulbGlass, CaseDraft } from './draft.js';
import { filled, positive, type Template } from './template.js';

const fields = [
  { key: 'side', label: 'The side', example: 'left' },
  { key: 'other', label: 'The other side', example: 'right' },
  { key: 'watts', label: 'Lamp watts', example: '21' },
  { key: 'fuse', label: 'Fuse', example: 'F22' },
  { key: 'frontPlug', label: 'Plug of the front lamp', example: 'C14' },
  { key: 'rearPlug', label: 'Plug of the rear lamp', example: 'C15' },
  { key: 'frontGround', label: 'Ground point in front', example: 'G4' },
  { key: 'rearGround', label: 'Ground point behind', example: 'G5' },
] as const;

/** Ohms of a bulb of too few watts: two and a half times those of the right one. */
const wrongOhms = (watts: number) => (2.5 * 12 ** 2) / watts;

export const indicatorSide: Template = {
  id: 'indicator-side',
  title: 'Indicators on one side',
  describes: 'Fuse, flasher, switch and hazard switch, a front and a rear lamp, each with its own ground.',
  suits: /\b(?:indicators?|flasher|hazard|turn)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const watts = positive(w.watts, 21);
    const hazard = { open: ['STALK'], closed: ['HAZARD'] };
    const other = { open: ['STALK'], closed: ['OTHER-STALK'] };
    const [front, rear] = [`${w.frontPlug}.1`, `${w.rearPlug}.1`];
    const [frontBack, rearBack] = [`${w.frontPlug}.2`, `${w.rearPlug}.2`];
    const lit = `with the ${w.side} indicator on, while it is lit`;
    const walk = `Walk round with the ${w.side} indicator on (over 120 flashes a minute mean a dark lamp)`;
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 15)
      .element({
        id: 'FLASHER',
        kind: 'moduleOutput',
        label: 'flasher',
        pins: [w.fuse, 'flash'],
        side: 'high',
        ohms: 0.03,
        limitAmps: 20,
      })
      .switch('STALK', `indicator switch, ${w.side}`, ['flash', 'switched'])
      .switch('HAZARD', 'hazard switch', ['flash', 'switched'])
      .switch('OTHER-STALK', `indicator switch, ${w.other}`, ['flash', 'other'])
      .lamp('OTHER', `both lamps on the ${w.other}`, ['other', 'gnd'], 2 * watts)
      .wire('FRONT-HARNESS', 'harness to the front lamp', ['switched', front], 0.06)
      .contact('FRONT-PLUG', `plug ${w.frontPlug}`, [front, 'front'], w.frontPlug)
      .lamp('FRONT', `${w.side} front indicator`, ['front', frontBack], watts)
      .ground('FRONT-GROUND', `ground ${w.frontGround}`, frontBack)
      .wire('REAR-HARNESS', 'harness to the rear lamp', ['switched', rear], 0.12)
      .contact('REAR-PLUG', `plug ${w.rearPlug}`, [rear, 'rear'], w.rearPlug)
      .lamp('REAR', `${w.side} rear indicator`, ['rear', rearBack], watts)
      .ground('REAR-GROUND', `ground ${w.rearGround}`, rearBack)
      .standing({ open: ['HAZARD', 'OTHER-STALK'], closed: ['STALK'] })
      .suspect('front-lamp', 'FRONT', 'open', 7, `the ${w.side} front bulb is burnt out`)
      .suspect('front-wrong', 'FRONT', 'wrongPart', 1, 'a bulb of too few watts is fitted in front', {
        ohms: wrongOhms(watts),
      })
      .suspect('rear-lamp', 'REAR', 'open', 7, `the ${w.side} rear bulb is burnt out`)
      .suspect('rear-wrong', 'REAR', 'wrongPart', 1, 'a bulb of too few watts is fitted behind', {
        ohms: wrongOhms(watts),
      })
      .suspect('front-plug', 'FRONT-PLUG', 'resistive', 2, `plug ${w.frontPlug} is corroded`)
      .suspect('rear-plug', 'REAR-PLUG', 'resistive', 2.5, `plug ${w.rearPlug} is corroded`)
      .suspect('front-ground', 'FRONT-GROUND', 'resistive', 2, `ground ${w.frontGround} has resistance`)
      .suspect('rear-ground', 'REAR-GROUND', 'resistive', 2.5, `ground ${w.rearGround} has resistance`)
      .suspect('front-harness', 'FRONT-HARNESS', 'open', 0.7, 'the harness to the front lamp is broken')
      .suspect('rear-harness', 'REAR-HARNESS', 'open', 1, 'the harness to the rear lamp is broken')
      .suspect('stalk', 'STALK', 'stuckOpen', 2, `the indicator switch does not close to the ${w.side}`)
      .suspect('flasher', 'FLASHER', 'stuckOpen', 1.5, 'the flasher is dead')
      .suspect('steady', 'FLASHER', 'stuckClosed', 0.5, 'the flasher leaves the lamps lit without flashing')
      .suspect('fuse', 'FUSE', 'open', 2, `fuse ${w.fuse} is blown`)
      .beat('walk-front', 'FRONT', 'off', `${walk}: is the front lamp dark?`)
      .beat('walk-rear', 'REAR', 'off', `${walk}: is the rear lamp dark?`)
      .beat('dim-front', 'FRONT', 'weak', `Indicator ${w.side} on: does the front lamp flash, but dimly?`)
      .beat('dim-rear', 'REAR', 'weak', `Indicator ${w.side} on: does the rear lamp flash, but dimly?`)
      .beat('hazard', 'REAR', 'off', 'Hazard lights on, walk round: is the rear lamp dark now too?', {
        state: hazard,
      })
      .beat('other', 'OTHER', 'off', `Indicator ${w.other} on, walk round: are its lamps dark as well?`, {
        state: other,
      })
      .watch(
        'count',
        'FLASHER',
        1,
        'Count for half a minute: are the lamps lit, with fewer than 30 flashes?',
        {
          mode: 'stuckClosed',
          finds: 0.97,
          falseAlarm: 0.02,
        },
      )
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .look('look-front', 'FRONT', 4, 'Look at the filament and the watts of the front bulb', {
        finds: 0.9,
        falseAlarm: 0.02,
        caution: bulbGlass,
      })
      .look('look-rear', 'REAR', 3, 'Look at the filament and the watts of the rear bulb', {
        finds: 0.9,
        falseAlarm: 0.02,
        caution: bulbGlass,
      })
      .lookIntoPlug('look-front-plug', 'FRONT-PLUG', 4, w.frontPlug)
      .lookIntoPlug('look-rear-plug', 'REAR-PLUG', 3, w.rearPlug)
      .testLamp('front-feed', front, 4, `Test lamp on ${front} ${lit}`)
      .testLamp('rear-feed', rear, 3, `Test lamp on ${rear} ${lit}`)
      .volts('front-lamp-feed', 'front', 5, `Measure at the front lamp’s own contact to ground ${lit}`)
      .volts('rear-lamp-feed', 'rear', 4, `Measure at the rear lamp’s own contact to ground ${lit}`)
      .volts('front-back', frontBack, 4, `Measure ${frontBack} to ground ${lit}`)
      .volts('rear-back', rearBack, 3, `Measure ${rearBack} to ground ${lit}`)
      .testLamp(
        'flash',
        'flash',
        6,
        'Test lamp behind the flasher, the indicator on: how bright are its flashes?',
      )
      .testLamp(
        'switched',
        'switched',
        8,
        `Test lamp behind the indicator switch, ${w.side}: how bright are its flashes?`,
      )
      .swap('swap', 'REAR', 5, 'Swap the front and rear bulbs of that side')
      .repair('FRONT', 8, 350, 'replace', 'Replace the front bulb, same watts')
      .repair('REAR', 6, 350, 'replace', 'Replace the rear bulb, same watts')
      .cleanPlug('FRONT-PLUG', 15, w.frontPlug)
      .cleanPlug('REAR-PLUG', 12, w.rearPlug)
      .cleanGround('FRONT-GROUND', 15, w.frontGround)
      .cleanGround('REAR-GROUND', 15, w.rearGround)
      .repair('FRONT-HARNESS', 40, 700, 'repair', 'Repair the harness to the front lamp')
      .repair('REAR-HARNESS', 50, 700, 'repair', 'Repair the harness to the rear lamp')
      .repair('STALK', 45, 8900, 'replace', 'Replace the indicator switch')
      .repair('FLASHER', 15, 3200, 'replace', 'Replace the flasher')
      .replaceFuse('FUSE', w.fuse)
      .build();
  },
};
