/** Public pages that nobody wrote. */
export const servicePages = ['not found', 'sign-in'] as const;
/** See {@link servicePages}. */
export type ServicePage = (typeof servicePages)[number];
