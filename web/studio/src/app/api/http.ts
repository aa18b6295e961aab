import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom, type Observable } from 'rxjs';
import * as z from 'zod';

const problemSchema = z.object({ type: z.string(), detail: z.string() });

/** Something the server would not do, in words for the person. `offline`: it could not be reached. */
export class ApiError extends Error {
  override readonly name = 'ApiError';
  constructor(
    readonly type: string,
    message: string,
    readonly status: number,
    readonly body: unknown,
  ) {
    super(message);
  }
  get offline(): boolean {
    return this.status === 0 || this.status >= 502;
  }
}

/** The one way to the server: every answer is parsed, every problem becomes an {@link ApiError}. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  get<T>(path: string, schema: z.ZodType<T>): Promise<T> {
    return this.ask(this.http.get(`/api/${path}`), schema);
  }

  post<T>(path: string, body: unknown, schema: z.ZodType<T>): Promise<T> {
    return this.ask(this.http.post(`/api/${path}`, body), schema);
  }

  patch<T>(path: string, body: unknown, schema: z.ZodType<T>): Promise<T> {
    return this.ask(this.http.patch(`/api/${path}`, body), schema);
  }

  delete(path: string): Promise<unknown> {
    return this.ask(this.http.delete(`/api/${path}`), z.unknown());
  }

  private async ask<T>(answer: Observable<unknown>, schema: z.ZodType<T>): Promise<T> {
    try {
      return schema.parse(await firstValueFrom(answer));
    } catch (error) {
      if (!(error instanceof HttpErrorResponse)) throw error;
      const problem = problemSchema.safeParse(error.error);
      throw new ApiError(
        problem.data?.type ?? 'unreachable',
        problem.data?.detail ?? 'The server cannot be reached. Check that it runs; nothing of yours is lost.',
        error.status,
        error.error,
      );
    }
  }
}
