// Meet: a filter over the questions, and "none of these" that unticks the rest of its group.
const filter = document.querySelector('#ask-filter');
const groups = [...document.querySelectorAll('[data-ask-group]')];
filter?.closest('[hidden]')?.removeAttribute('hidden');
filter?.addEventListener('input', () => {
  const words = filter.value.toLowerCase().split(/\s+/).filter(Boolean);
  let left = 0;
  groups.forEach((group) => {
    let shown = 0;
    group.querySelectorAll('[data-ask]').forEach((line) => {
      const fits = words.every((word) => line.dataset.ask.includes(word));
      line.hidden = !fits;
      shown += fits ? 1 : 0;
    });
    group.hidden = words.length > 0 && shown === 0;
    left += shown;
  });
  document.querySelector('#ask-left').textContent =
    words.length === 0 ? '' : left === 0 ? 'No question has these words.' : `${left} ${left === 1 ? 'question' : 'questions'}`;
});
filter?.addEventListener('keydown', (event) => {
  if (event.key === 'Enter') event.preventDefault();
});

groups.forEach((group) => {
  const none = group.querySelector('[name=none]');
  const flags = [...group.querySelectorAll('[name=flag]')];
  none.addEventListener('change', () => {
    if (none.checked)
      flags.forEach((flag) => {
        flag.checked = false;
      });
  });
  flags.forEach((flag) =>
    flag.addEventListener('change', () => {
      if (flag.checked) none.checked = false;
    }),
  );
});
