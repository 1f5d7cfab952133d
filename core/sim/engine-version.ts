/**
 * Of what is computed: another number where the same scene gives other bits. What was kept by another version is not
 * gone on with.
 */
export const ENGINE_VERSION = 13;
