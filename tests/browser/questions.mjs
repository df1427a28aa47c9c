// The questions before a visit, as a client answers them on a phone.

/** Makes a link to the questions, and says where it leads. */
export async function makeQuestions(practitioner, studio, id) {
  await practitioner.goto(`${studio.origin}/clients/${id}/ask-ahead`);
  await practitioner.click('button:has-text("Make the link"), button:has-text("Make a new link")');
  return `${studio.origin}/answers/${(await practitioner.inputValue('#address')).split('/answers/')[1]}`;
}

/** Takes the link for a phone; it stands before the consent. */
export async function begin(phone, link) {
  await phone.goto(link);
  await phone.click('button:has-text("Begin")');
  await phone.waitForSelector('text=Before you begin');
}

export const isAt = (phone, screen) => phone.waitForURL(new RegExp(`/answers/ask/${screen}$`));

/** Ticks what is named, or presses "None of these". */
export async function group(phone, ticks = []) {
  for (const tick of ticks) await phone.click(`.picks label:has-text("${tick}")`);
  await phone.click(ticks.length > 0 ? 'button:has-text("Go on")' : 'button:has-text("None of these")');
}
