export { Caution } from './caution';
export { beforePower, powerIsDoubtful } from './cautions';
export { Glyph } from './glyph';
export { PageHead } from './page-head';
export { PersonPicker } from './person-picker';
export { ShortcutHints } from './shortcut-hints';
export { ThemeSwitch } from './theme-switch';
export { commandLine, CommandSlot } from './command-slot';
export { NewVersion, onNavigationError } from './new-version';
