/**
 * Sent with every request that changes something and carries no JSON. No page of another site and no form can send it, and
 * neither can this program itself when it is led to take its own address for a printer's.
 */
export const OWN_HEADER = { 'x-arch-plate': '1' } as const
