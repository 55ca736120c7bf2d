// Before the first paint: the theme that this device last chose.
try {
  document.documentElement.dataset.theme = localStorage.getItem('theme') === 'day' ? 'day' : 'dusk';
} catch {
  document.documentElement.dataset.theme = 'dusk';
}
