/** Where this browser remembers that the tour was shown. */
export const TOUR_KEY = 'humble-stride-tour';

/** Whether the tour was shown in this browser. Where that cannot be kept it is not forced on anyone. */
export function tourWasShown(): boolean {
  try {
    return localStorage.getItem(TOUR_KEY) !== null;
  } catch {
    return true;
  }
}
