import qrcode from 'qrcode-generator';

/** A code as rows of modules, true where it is dark; without its quiet zone. */
export type Code = readonly (readonly boolean[])[];

/**
 * The address that opens a piece at the press, short and in capitals, which a code holds in fewer modules than small letters
 * (ISO/IEC 18004, alphanumeric mode). `origin` is where Kanga is served, like `http://192.0.2.7:4600`; pieces count from 1. Beneath a path, `https://shop.example/kanga`, letters stay as
 * they are: to whoever serves there they are not the same.
 */
export function pieceAddress(origin: string, jobNumber: number, piece: number): string {
  const address = `${origin}/p/${jobNumber}/${piece}`;
  return /^\w+:\/\/[^/]*$/.test(origin) ? address.toUpperCase() : address;
}

/** The QR code of a text, of the smallest size that holds it, with 15 % that may be lost (level M). Throws when nothing holds it. */
export function codeOf(text: string): Code {
  const code = qrcode(0, 'M');
  code.addData(text, /^[0-9A-Z $%*+\-./:]*$/.test(text) ? 'Alphanumeric' : 'Byte');
  code.make();
  const size = code.getModuleCount();
  return Array.from({ length: size }, (_, row) =>
    Array.from({ length: size }, (_cell, column) => code.isDark(row, column)),
  );
}
