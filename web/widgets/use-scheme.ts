import { useSyncExternalStore } from 'react';

const light = window.matchMedia('(prefers-color-scheme: light)');

function subscribe(onChange: () => void): () => void {
  light.addEventListener('change', onChange);
  return () => light.removeEventListener('change', onChange);
}

/** The colour scheme of the system, which the page follows; what is drawn in colours of the theme is drawn anew with it. */
export const useScheme = (): 'light' | 'dark' =>
  useSyncExternalStore(subscribe, () => (light.matches ? 'light' : 'dark'));
