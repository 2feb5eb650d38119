import { Controller, Query, Req } from '@nestjs/common';
import { uploadQuerySchema } from '@kanga/contract/art';
import type { Request } from 'express';
import { Route, Valid } from '../http/index.js';
import { ProfileService } from './profile.service.js';

@Controller()
export class ProfileController {
  constructor(private readonly profiles: ProfileService) {}

  @Route('profile')
  name(): Promise<{ name: string | null }> {
    return this.profiles.name();
  }

  @Route('setProfile')
  keep(
    @Query(new Valid(uploadQuerySchema)) query: { name: string },
    @Req() request: Request,
  ): Promise<{ name: string }> {
    return this.profiles.keep(query.name, request);
  }
}
