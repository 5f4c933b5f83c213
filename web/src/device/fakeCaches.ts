/** The browser's `caches` as tests have it: in memory, by address. */

type Requested = RequestInfo | URL;

const addressOf = (request: Requested): URL =>
  new URL(request instanceof Request ? request.url : String(request), window.location.href);

class FakeCache {
  readonly kept = new Map<string, Response>();

  async match(request: Requested, options?: CacheQueryOptions): Promise<Response | undefined> {
    return this.kept.get(this.found(request, options)[0] ?? "")?.clone();
  }

  async put(request: Requested, answer: Response) {
    this.kept.set(addressOf(request).href, answer);
  }

  async add(request: Requested) {
    const answer = await fetch(request);
    if (!answer.ok) throw new TypeError(`${answer.status}`);
    await this.put(request, answer);
  }

  async keys(request?: Requested, options?: CacheQueryOptions): Promise<Request[]> {
    const found = request === undefined ? [...this.kept.keys()] : this.found(request, options);
    return found.map((address) => new Request(address));
  }

  async delete(request: Requested) {
    return this.kept.delete(addressOf(request).href);
  }

  private found(request: Requested, { ignoreSearch = false }: CacheQueryOptions = {}): string[] {
    const wanted = addressOf(request);
    return [...this.kept.keys()].filter((address) => {
      const one = new URL(address);
      return one.pathname === wanted.pathname && (ignoreSearch || one.search === wanted.search);
    });
  }
}

export class FakeCaches {
  private readonly all = new Map<string, FakeCache>();

  async open(name: string): Promise<FakeCache> {
    const found = this.all.get(name) ?? new FakeCache();
    this.all.set(name, found);
    return found;
  }

  async has(name: string) {
    return this.all.has(name);
  }

  async keys() {
    return [...this.all.keys()];
  }

  async delete(name: string) {
    return this.all.delete(name);
  }

  /** The addresses that are kept under a name, sorted. */
  addresses(name: string): string[] {
    const kept = this.all.get(name)?.kept.keys() ?? [];
    return [...kept]
      .map((address) => new URL(address))
      .map(({ pathname, search }) => pathname + search)
      .sort();
  }
}
