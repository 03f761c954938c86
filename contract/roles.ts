/** What somebody does here, and with that what they may do. */
export const ROLES = ['lead', 'technician', 'apprentice', 'desk'] as const
