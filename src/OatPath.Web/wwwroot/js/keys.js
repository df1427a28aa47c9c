// Keyboard for the practitioner. Letters work outside fields only; Escape leaves a field.
const go = { d: '/', c: '/clients', n: '/clients/new', h: '/house', b: '/shelf', a: '/scales' };
const help = document.querySelector('dialog.help');

document.addEventListener('keydown', (event) => {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const field = event.target.closest('input:not([type=checkbox]):not([type=radio]), textarea, select');
  if (field) {
    if (event.key === 'Escape') field.blur();
    return;
  }
  if (event.key === '?') {
    help?.showModal();
    event.preventDefault();
    return;
  }
  if (help?.open) {
    if (event.key === 'Escape') help.close();
    return;
  }
  if (event.key === 's') {
    const search = document.querySelector('input[type=search]');
    if (search) search.focus();
    else location.assign('/clients');
    event.preventDefault();
    return;
  }
  if (/^[1-7]$/.test(event.key)) {
    document.querySelectorAll('.stations a')[Number(event.key) - 1]?.click();
    return;
  }
  if (['p', 't', 'v'].includes(event.key)) {
    document.querySelector(`[data-key=${event.key}]`)?.click();
    return;
  }
  if (event.key in go) location.assign(go[event.key]);
});

document.querySelectorAll('[data-help]').forEach((button) => button.addEventListener('click', () => help?.showModal()));
document.querySelectorAll('dialog.help [data-close]').forEach((button) => button.addEventListener('click', () => help.close()));
