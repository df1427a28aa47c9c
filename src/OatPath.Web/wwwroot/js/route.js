// Leads a device over the face, way by way: what to do now, for how long, where on the map. It can be paused, and goes on where it stood.
const box = document.querySelector('[data-route]');
if (box) {
  const ways = [...box.querySelectorAll('[data-seconds]')];
  const [face, now, start, next] = ['.clock', '[data-now-way]', '[data-start-route]', '[data-next-way]'].map((one) => box.querySelector(one));
  const map = document.querySelector('#route-map');
  let at = -1;
  let left = 0;
  let running = false;
  let last = 0;

  const show = () => { face.textContent = at < 0 ? '' : `${Math.floor(left / 60)}:${String(Math.ceil(left) % 60).padStart(2, '0')}`; };
  const mark = () => {
    const zones = new Set((ways[at]?.dataset.zones ?? '').split(' '));
    map?.querySelectorAll('[data-zone]').forEach((zone) => {
      const here = zones.has(zone.dataset.zone);
      zone.classList.toggle('is-chosen', here);
      zone.setAttribute('fill', here ? zone.dataset.hatch : 'transparent');
    });
    ways.forEach((way, i) => { way.classList.toggle('now', i === at); way.classList.toggle('did', i < at); });
  };

  const go = (to) => {
    at = to;
    if (at >= ways.length) {
      running = false;
      now.textContent = 'All ways are done.';
      face.textContent = 'Done';
      start.hidden = true;
      next.hidden = true;
      mark();
      navigator.vibrate?.([200, 100, 200]);
      return;
    }
    left = Number(ways[at].dataset.seconds);
    const title = ways[at].querySelector('b').textContent;
    const before = ways[at].dataset.before;
    // A new programme waits: something is put on or set first.
    if (before && running) { running = false; start.textContent = `${before} Then go on`; start.hidden = false; }
    now.textContent = `${title}: ${ways[at].dataset.words}`;
    next.hidden = false;
    next.textContent = left > 0 ? 'Next way' : 'Done here, next way';
    navigator.vibrate?.(120);
    mark();
    show();
  };

  const tick = () => {
    if (!running) return;
    const time = performance.now();
    if (Number(ways[at].dataset.seconds) > 0) {
      left = Math.max(0, left - (time - last) / 1000);
      show();
      if (left === 0) go(at + 1);
    }
    last = time;
    if (running) setTimeout(tick, 200);
  };

  start.addEventListener('click', () => {
    if (at < 0) { go(0); } else if (running) { running = false; start.textContent = 'Go on'; return; }
    running = true;
    last = performance.now();
    start.textContent = 'Pause';
    navigator.wakeLock?.request('screen').catch(() => {});
    tick();
  });
  next.addEventListener('click', () => { const was = running; go(at + 1); if (was && running) { last = performance.now(); } });
  box.querySelector('[data-route-live]').hidden = false;
}
