import sharp from 'sharp';

/** Colour models that a printer's profile may have, as its header names them (ICC.1:2010, 7.2.6). */
const MODELS: Record<string, 'srgb' | 'cmyk' | 'b-w'> = { 'RGB ': 'srgb', CMYK: 'cmyk', GRAY: 'b-w' };

const modelOf = (profile: Buffer) => MODELS[profile.toString('latin1', 16, 20)];

/** A picture, and the profile of a printer on disk. */
interface Through {
  png: Uint8Array;
  profile: Uint8Array;
  path: string;
}

/** A picture as a printer can show it: turned to the colours of its profile and back (a soft proof), a PNG. Rejects when the profile is none that can be turned to. */
export async function throughProfile({ png, profile, path }: Through): Promise<Buffer> {
  const data = Buffer.from(profile);
  const model = modelOf(data);
  // ICC.1:2010, 7.2.9: the signature of a profile file stands at byte 36.
  if (data.length < 132 || data.toString('latin1', 36, 40) !== 'acsp' || !model) throw new Error('no profile');
  const alpha = await sharp(png).ensureAlpha().extractChannel('alpha').raw().toBuffer({ resolveWithObject: true });
  const printed = await sharp(png)
    .flatten({ background: '#ffffff' })
    .toColourspace(model)
    .withIccProfile(path)
    .tiff({ compression: 'lzw' })
    .toBuffer();
  const back = await sharp(printed).toColourspace('srgb').removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = back.info;
  return sharp(back.data, { raw: { width, height, channels: 3 } })
    .joinChannel(alpha.data, { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
}
