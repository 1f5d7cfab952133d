import { create } from 'zustand';
import type { WeightedOwner } from '../../state/falloff-edit';

/** Whose falloff is open large. */
export const useOpenCurve = create<{ readonly owner: WeightedOwner | undefined }>()(() => ({ owner: undefined }));

export const openCurve = (owner: WeightedOwner) => useOpenCurve.setState({ owner });
export const closeCurve = () => useOpenCurve.setState({ owner: undefined });
