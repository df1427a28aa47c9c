// Sentences that a client reads, in the language of the page. English stands where it is used and is its own key.
const words = JSON.parse(document.getElementById('words')?.textContent ?? '{}');

/** A sentence in words, or with values: said('Rinse.'), said`Asked again in ${time}.` */
export function said(text, ...values) {
  const english = typeof text === 'string' ? text : text.reduce((all, part, at) => `${all}{${at - 1}}${part}`);
  return (words[english] ?? english).replace(/\{(\d+)\}/g, (place, at) => values[at] ?? place);
}
