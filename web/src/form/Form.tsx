import { Route, Routes } from 'react-router';
import { CuePage } from './CuePage.tsx';
import { FormList } from './FormList.tsx';
import { FormPage } from './FormPage.tsx';

/** What is played when: the forms of pieces, each as a page of music, and a cue sheet for each player. */
export function Form() {
  return (
    <Routes>
      <Route index element={<FormList />} />
      <Route path=":id" element={<FormPage />} />
      <Route path=":id/cue/:player" element={<CuePage />} />
    </Routes>
  );
}
