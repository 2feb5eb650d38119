import { Controller, Get, Param, Res } from '@nestjs/common';
import { FONTS, type FontId } from '@kanga/core/text';
import type { Response } from 'express';
import { notFound } from '../http/index.js';
import { fontFile } from './faces.js';

@Controller('api/fonts')
export class TextController {
  @Get(':font/:subset')
  font(@Param('font') font: string, @Param('subset') subset: string, @Res() response: Response): void {
    const known = Object.entries(FONTS).find(([id]) => id === font);
    if (!known?.[1].subsets.some((one) => one === subset)) throw notFound('font', `${font}/${subset}`);
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('font/woff').sendFile(fontFile(font as FontId, subset), { dotfiles: 'allow' });
  }
}
