import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { ApiProblem } from './api-client';
import { ApiClient } from './api-client';
import { forgeryGuard } from './forgery-guard';

describe('ApiClient', () => {
  let api: ApiClient;
  let server: HttpTestingController;

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(withInterceptors([forgeryGuard])), provideHttpClientTesting()] });
    api = TestBed.inject(ApiClient);
    server = TestBed.inject(HttpTestingController);
  });

  it('sends back the token that the server gave, with changes only', () => {
    api.readSession().subscribe();
    server.expectOne('/api/session').flush({ csrfToken: 'given' });
    api.signIn('a@b.example', 'x').subscribe();
    expect(server.expectOne('/api/session').request.headers.get('x-csrf-token')).toBe('given');
    api.listPages().subscribe();
    expect(server.expectOne('/api/pages').request.headers.has('x-csrf-token')).toBeFalse();
  });

  it('names the field at fault, and what lies beneath it', () => {
    let problem: ApiProblem | undefined;
    api.createEdition({ id: '', title: '', changes: [] }).subscribe({ error: (error: ApiProblem) => (problem = error) });
    const errors = [{ pointer: '/changes/0/value/rule/when/all/0/until', detail: 'The end must lie after the beginning.' }];
    server
      .expectOne('/api/editions')
      .flush({ type: 't', title: 't', status: 422, detail: 'd', code: 'invalid', errors }, { status: 422, statusText: 'Unprocessable' });
    expect(problem!.faultAt('/changes/0/value/rule')).toBe('The end must lie after the beginning.');
    expect(problem!.faultAt('/changes/0/value/ru')).toBeNull();
  });

  it('says that nothing is lost when the server cannot be reached', () => {
    let problem: ApiProblem | undefined;
    api.readToday().subscribe({ error: (error: ApiProblem) => (problem = error) });
    server.expectOne('/api/today').error(new ProgressEvent('error'));
    expect(problem!.problem.code).toBe('unreachable');
  });
});
