import type { Modifier } from '@dnd-kit/core';

/** Strips are moved sideways only. */
export const restrictToHorizontal: Modifier = ({ transform }) => ({ ...transform, y: 0 });
