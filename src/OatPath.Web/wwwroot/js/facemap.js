// The face map: a click or a tap on a zone ticks its box, and a ticked box fills its zone. The boxes alone do all of it too.
document.querySelectorAll('[data-face-map]').forEach((map) => {
  const box = (zone) => map.querySelector(`input[value="${zone}"]`);
  const show = (zone) => {
    const path = map.querySelector(`[data-zone="${zone}"]`);
    path.classList.toggle('is-chosen', box(zone).checked);
    path.setAttribute('fill', box(zone).checked ? path.dataset.hatch : 'transparent');
  };
  if (!map.querySelector('input')) return;
  map.querySelectorAll('[data-zone]').forEach((path) => {
    const { zone } = path.dataset;
    path.addEventListener('click', () => {
      box(zone).checked = !box(zone).checked;
      box(zone).dispatchEvent(new Event('change', { bubbles: true }));
    });
    path.addEventListener('pointerenter', () => box(zone).closest('label').classList.add('is-here'));
    path.addEventListener('pointerleave', () => box(zone).closest('label').classList.remove('is-here'));
    for (const [event, here] of [
      ['focus', true],
      ['blur', false],
      ['pointerenter', true],
      ['pointerleave', false],
    ]) {
      (event.startsWith('pointer') ? box(zone).closest('label') : box(zone)).addEventListener(event, () =>
        path.classList.toggle('is-here', here),
      );
    }
  });
  map.addEventListener('change', (event) => {
    if (event.target.matches('input')) show(event.target.value);
  });
  map.querySelectorAll('input').forEach((input) => show(input.value));
});
