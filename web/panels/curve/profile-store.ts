import { create } from 'zustand';
import type { ReachOwner } from '../../state/falloff-edit';

/** Whose falloff is open large. */
export const useOpenProfile = create<{ readonly owner: ReachOwner | undefined }>()(() => ({ owner: undefined }));

export const openProfile = (owner: ReachOwner) => useOpenProfile.setState({ owner });
export const closeProfile = () => useOpenProfile.setState({ owner: undefined });
