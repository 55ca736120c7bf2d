/** Colours for what is drawn on a canvas, which the system does not recolour by itself. */

/** Where the system sets the colours: what each of ours is for. All others are text. */
const systemColors: Readonly<Record<string, string>> = {
  '--ground': 'Canvas',
  '--sheet': 'Canvas',
  '--raised': 'Canvas',
  '--on-ember': 'Canvas',
  '--line': 'GrayText',
  '--ember': 'Highlight',
  '--calm': 'Highlight',
};

/** A colour of the present theme, or the system's where it sets them. */
export function tokenColor(token: string): string {
  if (matchMedia('(forced-colors: active)').matches) return resolved(systemColors[token] ?? 'CanvasText');
  return getComputedStyle(document.documentElement).getPropertyValue(token).trim();
}

/** A colour that only the page knows by its name, as a canvas takes it. */
function resolved(name: string): string {
  const probe = document.body.appendChild(document.createElement('span'));
  probe.style.color = name;
  const { color } = getComputedStyle(probe);
  probe.remove();
  return color;
}
