import { create } from 'zustand';
import type { ReachOwner } from '../../state/falloff-edit';

/** Whose falloff is open large. */
export const useOpenCurve = create<{ readonly owner: ReachOwner | undefined }>()(() => ({ owner: undefined }));

export const openCurve = (owner: ReachOwner) => useOpenCurve.setState({ owner });
export const closeCurve = () => useOpenCurve.setState({ owner: undefined });
