/** Names under which this browser keeps how its screen is set. */
export const DeskCookie = {
  person: 'ridge-person',
  habit: 'ridge-units',
  light: 'ridge-light',
  spacing: 'ridge-spacing',
  twoLetters: 'ridge-two-letters',
} as const;
