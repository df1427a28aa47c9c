// A house that is not set up yet takes its time zone from the computer it is set up on; whoever sees it can change it.
const zone = document.querySelector('[data-zone="ask"]');
if (zone?.value === 'UTC') zone.value = Intl.DateTimeFormat().resolvedOptions().timeZone ?? 'UTC';
