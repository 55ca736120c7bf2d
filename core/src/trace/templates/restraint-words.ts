/** What is said at the steps of a restraint circuit. */
export const openDead =
  'Only when made safe by the maker’s procedure: connectors are opened and units moved dead.';
export const lookLive = 'Look only: powered, nothing touched, nobody in a deployment path.';
export const loadFitted =
  'The load is fitted while dead and taken out again: it is a temporary state until then.';
/** Without a source in the service data the wait is half an hour. */
export const powerDown = { downMinutes: 6, waitMinutes: 30, upMinutes: 5 };
export const notSpliced = 'Restraint wiring is not spliced unless service data allows it.';
