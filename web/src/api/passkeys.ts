import { answer, type Schemas, shop } from "./client";

/** Whether this browser has passkeys here: it has none on a page that came unprotected from another machine. */
export const canPasskey = (): boolean =>
  typeof PublicKeyCredential === "function" &&
  typeof PublicKeyCredential.parseRequestOptionsFromJSON === "function";

/** Signs somebody in with a passkey that the browser asks them for. */
export async function showPasskey(): Promise<Schemas["AccessAnswer"]> {
  const { options } = await answer(shop.POST("/api/access/passkey/options"));
  const shown = await asked(() =>
    navigator.credentials.get({
      publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(
        JSON.parse(options) as PublicKeyCredentialRequestOptionsJSON,
      ),
    }),
  );
  return answer(shop.POST("/api/access/passkey", { body: { credential: JSON.stringify(shown) } }));
}

/** Makes a passkey for whoever is signed in, with their secret. */
export async function makePasskey(secret: string): Promise<void> {
  const { options } = await answer(shop.POST("/api/access/own/passkeys/options", { body: { secret } }));
  const made = await asked(() =>
    navigator.credentials.create({
      publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(
        JSON.parse(options) as PublicKeyCredentialCreationOptionsJSON,
      ),
    }),
  );
  await answer(shop.POST("/api/access/own/passkeys", { body: { credential: JSON.stringify(made) } }));
}

// The browser's own words are for programmers.
async function asked(ask: () => Promise<Credential | null>): Promise<Credential> {
  const credential = await ask().catch(() => null);
  if (!credential) throw new Error("No passkey was shown. Try again, or sign in by name and secret.");
  return credential;
}
