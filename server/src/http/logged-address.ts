/** Who has the address of such a link has what it opens: the log does not. */
const linkInAddress = /^(\/api\/(?:invitations|first-studio)\/)[^/?#]+/;

/** An address as the log may have it. */
export const loggedAddress = (address: string): string => address.replace(linkInAddress, '$1…');
