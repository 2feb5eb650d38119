import { Controller, Get, Post, Query, Req } from '@nestjs/common';
import { uploadQuerySchema } from '@kanga/contract/art';
import type { Request } from 'express';
import { Valid } from '../http/index.js';
import { ProfileService } from './profile.service.js';

@Controller('api/proof-profile')
export class ProfileController {
  constructor(private readonly profiles: ProfileService) {}

  @Get()
  name(): Promise<{ name: string | null }> {
    return this.profiles.name();
  }

  @Post()
  keep(
    @Query(new Valid(uploadQuerySchema)) query: { name: string },
    @Req() request: Request,
  ): Promise<{ name: string }> {
    return this.profiles.keep(query.name, request);
  }
}
