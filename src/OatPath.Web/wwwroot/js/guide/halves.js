// Half zones, for a contact too short for a whole one: each with the zone that it is half of, as the core has them.
const WHOLES = {
  'left-forehead': 'forehead',
  'right-forehead': 'forehead',
  'upper-nose': 'nose',
  'lower-nose': 'nose',
  'inner-left-cheek': 'left-cheek',
  'outer-left-cheek': 'left-cheek',
  'inner-right-cheek': 'right-cheek',
  'outer-right-cheek': 'right-cheek',
  'left-upper-lip': 'upper-lip',
  'right-upper-lip': 'upper-lip',
  'left-chin': 'chin',
  'right-chin': 'chin',
  'front-left-jaw': 'left-jaw',
  'back-left-jaw': 'left-jaw',
  'front-right-jaw': 'right-jaw',
  'back-right-jaw': 'right-jaw',
};

/** The zone that a half is of; a whole zone is its own. */
export const wholeOf = (zone) => WHOLES[zone] ?? zone;
