let made = 0
/** A UUID that nobody else makes here. */
export const newUuid = (): string => `00000000-0000-4000-8000-${(++made + 1e6).toString(16).padStart(12, '0')}`
