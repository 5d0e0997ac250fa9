/** How long somebody has to leave a pool who is asked to. */
export const GRACE_MINUTES = 15;
