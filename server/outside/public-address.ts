import ipaddr from 'ipaddr.js';

/**
 * Whether a network address is one that anybody reaches: not of this machine, not of a private or local network, and not one
 * that another kind of address is hidden in. @see RFC 6890, the registries of special-purpose addresses
 */
export function isPublicAddress(address: string): boolean {
  if (!ipaddr.isValid(address)) return false;
  // An IPv4 address may come as an IPv6 one (RFC 4291 section 2.5.5.2).
  return ipaddr.process(address).range() === 'unicast';
}
