import { isPublicAddress } from './public-address';

describe('isPublicAddress', () => {
  it('is so for what anybody reaches', () => {
    // Addresses of root name servers. Source: the root hints that IANA publishes (named.root), from memory.
    for (const address of ['198.41.0.4', '199.9.14.201', '2001:503:ba3e::2:30'])
      expect(isPublicAddress(address)).withContext(address).toBeTrue();
  });

  it('is not so for what RFC 6890 keeps for this machine, for private networks and for documentation', () => {
    // Source: RFC 6890 tables 1 to 28; RFC 4193 and RFC 4291 for IPv6; the metadata address of hosting networks is link-local (RFC 3927).
    for (const address of [
      ...['0.0.0.0', '127.0.0.1', '127.255.255.254', '10.0.0.1', '172.16.0.1', '172.31.255.255', '192.168.1.1', '169.254.169.254'],
      ...['100.64.0.1', '192.0.0.1', '192.0.2.1', '198.18.0.1', '198.51.100.1', '203.0.113.1', '224.0.0.1', '240.0.0.1', '255.255.255.255'],
      ...['::', '::1', 'fe80::1', 'fc00::1', 'fd12:3456::1', 'ff02::1', '2001:db8::1', '::ffff:127.0.0.1', '::ffff:10.0.0.1'],
      // IPv4 addresses inside others: RFC 6052, RFC 3056, RFC 4380.
      ...['64:ff9b::7f00:1', '2002:7f00:1::', '2001::1'],
      ...['localhost', '', '1', '127.1', '0x7f.1'],
    ])
      expect(isPublicAddress(address)).withContext(address).toBeFalse();
  });
});
