// What axe-core finds wrong with a page, in words.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const practitionerRules = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

export async function violations(page, enhanced) {
  // axe itself writes styles that the policy refuses; what it causes is not the page's fault.
  const faults = page.faults.length;
  await page.evaluate(axe);
  const result = await page.evaluate(
    ({ tags, strict }) =>
      window.axe.run(document, {
        runOnly: { type: 'tag', values: tags },
        rules: strict ? { 'color-contrast-enhanced': { enabled: true } } : {},
      }),
    { tags: practitionerRules, strict: enhanced },
  );
  page.faults.length = faults;
  return result.violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .slice(0, 3)
        .map((n) => `${n.target} ${n.any[0]?.message ?? ''}`)
        .join(' | ')}`,
  );
}
