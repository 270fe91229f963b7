/** What stands behind graphics: made-up scenes, and one's own picture, film or camera. */
export const backdrops = ['garden', 'checks', 'dark room', 'bright window', 'busy', 'own'] as const;
export type BackdropName = (typeof backdrops)[number];
