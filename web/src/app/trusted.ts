interface TrustedTypes {
  createPolicy(
    name: string,
    rules: { readonly createScriptURL: (address: string) => string },
  ): unknown;
}

/**
 * Lets the program start its own workers and nothing else: no page text becomes markup or script. The
 * browser asks this wherever an address of a script is given as text.
 */
export function trustOwnScripts(): void {
  const { trustedTypes } = window as { trustedTypes?: TrustedTypes };
  trustedTypes?.createPolicy('default', {
    createScriptURL: (address) => {
      if (new URL(address, window.location.href).origin === window.location.origin) return address;
      throw new TypeError('a script of another address is not part of the program');
    },
  });
}
