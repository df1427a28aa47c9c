// What a report means, by the core's own table: a phone without network judges what cannot wait. The same order as the core's.

/** @param report sting, stingSeconds (null while it still stings), redness, past24, tight, flaking, pain, signs.
 *  @param context previousSting, sinceSeconds, insideExpectedCourse, pinkExpected; what is not known is left out. */
export function judge(report, context, table) {
  const { sting, stingSeconds: lasted, redness } = report;
  const has = (...levels) => report.signs.some((sign) => levels.includes(table.signs[sign]));
  const since = context.sinceSeconds ?? null;
  const strong = sting >= table.strongSting;
  const anHourOn = lasted === null ? since === null || since >= table.hourSeconds : lasted > table.hourSeconds;
  const forAnHour = lasted === null ? since !== null && since >= table.hourSeconds : lasted > table.hourSeconds;
  const pink = context.pinkExpected && redness <= table.mostPink;

  if (has('medical-help') || (report.pain ?? 0) >= table.medicalPain) return 'medical-help';
  if (
    sting >= table.stopSting ||
    (strong && anHourOn) ||
    (redness >= 3 && report.past24) ||
    (strong && (context.previousSting ?? 0) >= table.strongSting) ||
    has('stop', 'broken-barrier')
  )
    return 'stop';
  if (
    strong ||
    (sting >= 1 && forAnHour) ||
    (redness >= 1 && report.past24 && !pink) ||
    redness >= 3 ||
    has('ease-off') ||
    ((report.tight || report.flaking) && !context.insideExpectedCourse)
  )
    return 'ease-off';
  return 'carry-on';
}

/** What was asked under "is this normal?": a grave thing is grave, anything else eases off until somebody has looked. */
export function judgeAsked(sign, table) {
  const gravity = table.asked[sign];
  if (gravity === 'medical-help') return gravity;
  return gravity === 'stop' || gravity === 'broken-barrier' ? 'stop' : 'ease-off';
}
