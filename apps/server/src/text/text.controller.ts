import { Controller, Param, Res } from '@nestjs/common';
import { FONTS, type FontId } from '@kanga/core/text';
import type { Response } from 'express';
import { notFound, Route } from '../http/index.js';
import { fontFile } from './faces.js';

@Controller()
export class TextController {
  @Route('fontCut')
  font(@Param('font') font: string, @Param('subset') subset: string, @Res() response: Response): void {
    const known = Object.entries(FONTS).find(([id]) => id === font);
    if (!known?.[1].subsets.some((one) => one === subset)) throw notFound('font', `${font}/${subset}`);
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('font/woff').sendFile(fontFile(font as FontId, subset), { dotfiles: 'allow' });
  }
}
