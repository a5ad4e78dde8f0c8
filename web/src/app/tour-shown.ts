import { onDevice } from '../ui/browser-storage.ts';

const TOUR_KEY = 'humble-stride-tour';

/** Whether the tour was shown in this browser. Where that cannot be kept it is not forced on anyone. */
export function tourWasShown(): boolean {
  return !onDevice.isOpen() || onDevice.get(TOUR_KEY) !== undefined;
}

/** From now on it was; where there is no room for that it is shown again. */
export function tourIsOver(): void {
  onDevice.set(TOUR_KEY, 'shown');
}
