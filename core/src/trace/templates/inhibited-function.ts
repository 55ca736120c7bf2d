/** A function that blinks and refuses: one of the conditions that its module wants is not met. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'function', label: 'What refuses', example: 'power sliding door' },
  { key: 'module', label: 'Module that refuses', example: 'Door module' },
  { key: 'first', label: 'First condition that it wants', example: 'charge flap shut' },
  { key: 'second', label: 'Second condition', example: 'child lock off' },
  { key: 'third', label: 'Third condition', example: 'door handle at rest' },
  { key: 'ground', label: 'Ground point of the switches', example: 'G14' },
] as const;

const ways = ['first', 'second', 'third'] as const;

export const inhibitedFunction: Template = {
  id: 'inhibited-function',
  title: 'Function that blinks and refuses',
  describes:
    'Three switches tell the module that it may. All are read before and after: curing one does not clear the others.',
  suits: /\b(?:blinks?|refuses?|sliding)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const draft = new CaseDraft();
    for (const [n, way] of ways.entries()) {
      const [id, pin] = [way.toUpperCase(), `X5.${n + 1}`];
      draft
        .input(`IN-${id}`, `${w.module}, input of “${w[way]}”`, pin)
        .wire(`LINE-${id}`, `line of “${w[way]}”`, [pin, `${way}.plug`], 0.1)
        .contact(
          `PLUG-${id}`,
          `plug at the switch of “${w[way]}”`,
          [`${way}.plug`, `${way}.switch`],
          `C-${way}`,
        )
        .switch(`SWITCH-${id}`, `switch of “${w[way]}”`, [`${way}.switch`, 'ground'])
        .suspect(`${way}-switch`, `SWITCH-${id}`, 'stuckOpen', 4, `the switch of “${w[way]}” does not close`)
        .suspect(
          `${way}-plug`,
          `PLUG-${id}`,
          'open',
          2,
          `the plug at the switch of “${w[way]}” makes no contact`,
        )
        .suspect(
          `${way}-worn`,
          `PLUG-${id}`,
          'resistive',
          1.5,
          `the plug at the switch of “${w[way]}” is corroded`,
        )
        .suspect(`${way}-line`, `LINE-${id}`, 'open', 1, `the line of “${w[way]}” is broken`)
        .live(
          `${way}-live`,
          'volts',
          pin,
          'gnd',
          1,
          `Read the live value of “${w[way]}”, before and after each repair`,
        )
        .live(
          `${way}-press`,
          'volts',
          pin,
          'gnd',
          3,
          `Press the switch of “${w[way]}” by hand and read its live value`,
          {
            state: { closed: [`SWITCH-${id}`] },
          },
        )
        .volts(`${way}-volts`, `${way}.plug`, 5, `Measure at the switch of “${w[way]}” by a back probe`)
        .lookIntoPlug(`${way}-look`, `PLUG-${id}`, 3, `at the switch of “${w[way]}”`)
        .ohms(
          `${way}-ohms`,
          `${way}.switch`,
          'ground',
          5,
          `Unplug the switch of “${w[way]}” and measure across it`,
          {
            state: { unplugged: [`C-${way}`] },
          },
        )
        .repair(`SWITCH-${id}`, 25, 3600, 'replace', `Replace the switch of “${w[way]}”`)
        .cleanPlug(`PLUG-${id}`, 15, `at the switch of “${w[way]}”`)
        .repairHarness(`LINE-${id}`, 45, 800, `line of “${w[way]}”`);
    }
    return draft
      .ground('GROUND', `ground ${w.ground}`, 'ground')
      .resistor('MODULE', w.module, ['module', 'gnd'], 1000)
      .suspect('ground', 'GROUND', 'open', 1.5, `ground ${w.ground} of all three switches is lost`)
      .suspect('module', 'MODULE', 'open', 0.7, `the ${w.module} refuses although all is met`)
      .volts('ground-volts', 'ground', 4, `Measure ground ${w.ground} to battery negative`)
      .watch(
        'list',
        'MODULE',
        3,
        `Read what the ${w.module} says of the ${w.function}: does it refuse with every condition met?`,
        {
          finds: 0.9,
          falseAlarm: 0.03,
        },
      )
      .cleanGround('GROUND', 15, w.ground)
      .repair(
        'MODULE',
        60,
        34000,
        'replace',
        `Replace the ${w.module}, once every condition is met and it still refuses`,
      )
      .build();
  },
};
