/** Under what the device that plays along is kept in this browser; its being there opens it again on the next start. */
export const DEVICE_KEY = 'humble-stride-midi-out';
