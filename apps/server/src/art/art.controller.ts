import { pipeline } from 'node:stream/promises';
import { Body, Controller, Param, Query, Req, Res } from '@nestjs/common';
import type { Art } from '@kanga/core/art';
import { artListQuerySchema, artPageSchema, artSizeSchema, uploadQuerySchema } from '@kanga/contract/art';
import { idSchema } from '@kanga/contract/finding';
import type { Request, Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { ArtService } from './art.service.js';

@Controller()
export class ArtController {
  constructor(private readonly art: ArtService) {}

  @Route('arts')
  all(@Query(new Valid(artListQuerySchema)) query: { sha256?: string }): Promise<Art[]> {
    return this.art.all(query.sha256);
  }

  @Route('addArt')
  receive(@Query(new Valid(uploadQuerySchema)) query: { name: string }, @Req() request: Request): Promise<Art> {
    return this.art.receive(query.name, request);
  }

  @Route('art')
  one(@Param('id', new Valid(idSchema)) id: string): Promise<Art> {
    return this.art.find(id);
  }

  @Route('addArtPage')
  page(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(artPageSchema)) sent: { page: number },
  ): Promise<Art> {
    return this.art.takePage(id, sent.page);
  }

  @Route('artPicture')
  async picture(
    @Param('id', new Valid(idSchema)) id: string,
    @Param('size', new Valid(artSizeSchema)) size: 'thumb' | 'preview' | 'original',
    @Res() response: Response,
  ): Promise<void> {
    // A picture never changes under its id.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    if (size !== 'original') {
      response.type('image/webp').send(await this.art.picture(id, size));
      return;
    }
    const { art, stream } = await this.art.original(id);
    // A drawing is handed out as a file to keep, never opened as a page of Kanga's own.
    if (art.facts.vector) response.attachment(art.name);
    response.type(art.mediaType).setHeader('Content-Length', art.bytes);
    await pipeline(stream, response);
  }
}
