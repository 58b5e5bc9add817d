/** The version of the signatures that are made now. */
export const SIGNATURE_VERSION = 4
