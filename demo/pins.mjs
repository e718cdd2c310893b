/**
 * PINs of the demo's people, printed where one signs in: nothing here is worth a secret [invented].
 * @type {Readonly<Record<string, string>>}
 */
export const PRINTED_PINS = {
  'person-ilse': '4711',
  'person-borre': '2904',
  'person-mirre': '8163',
};

/** The demo owner's password for the office [invented]. */
export const DEMO_PASSWORD = 'fen yard and ferry';
