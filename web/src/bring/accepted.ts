/** What the browser offers to open, by what files end with. */
export const ACCEPTED =
  '.stride,.txt,.json,.musicxml,.mxl,.xml,.mid,.midi,.zip,.wav,.mp3,.m4a,.ogg,.flac,.webm';
