/** Monitors with a window of their own, and their addresses. */
export const screens = { air: '/monitor/air', standby: '/monitor/standby' } as const;
