import { Validator } from '@seriousme/openapi-schema-validator';
import { openApi } from '@limber/core/api/openapi';
import { PROBLEMS } from '@limber/core/api/problem';
import { ROUTES } from '@limber/core/api/routes';
import { openServer, type TestServer } from './testing';

describe('the description of the API', () => {
  let server: TestServer;
  beforeAll(async () => (server = await openServer()));
  afterAll(() => server.close());

  // OpenAPI 3.1; judge: @seriousme/openapi-schema-validator.
  it('is a valid one, and can be had by everybody', async () => {
    const { status, body } = await server.client().ask('GET', '/api/openapi.json');
    expect(status).toBe(200);
    const told = await new Validator().validate(body);
    expect(told.errors ?? [])
      .withContext(JSON.stringify(told.errors))
      .toEqual([]);
    expect(told.valid).toBeTrue();
    expect(body['openapi']).toBe('3.1.0');
    expect(body as unknown).toEqual(JSON.parse(JSON.stringify(openApi())));
  });

  it('tells of every route, what it takes and what it answers, and of every problem', () => {
    const { paths, components } = openApi() as {
      paths: Record<
        string,
        Record<string, { parameters: { name: string }[]; requestBody?: object; responses: object }>
      >;
      components: { schemas: { Problem: { properties: { type: { enum: string[] } } } } };
    };
    const operations = Object.values(paths).flatMap((one) => Object.keys(one));
    expect(operations.length).toBe(Object.keys(ROUTES).length);
    expect(components.schemas.Problem.properties.type.enum).toEqual(Object.keys(PROBLEMS));
    const edits = paths['/api/lessons/{id}/edits']!['post']!;
    expect(edits.parameters.map((one) => one.name)).toEqual(['id']);
    expect(JSON.stringify(edits.requestBody)).toContain('baseRevision');
    expect(JSON.stringify(edits.responses)).toContain('conflict');
    // Dates travel as text.
    expect(JSON.stringify(paths['/api/trash']!['get']!.responses)).toContain('date-time');
  });
});
