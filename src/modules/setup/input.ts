import { z } from 'zod';

export const password = z.string().min(10, 'needs at least 10 characters').max(200, 'is too long');

export const role = z.enum(['manager', 'culturist', 'hand', 'reader']);
