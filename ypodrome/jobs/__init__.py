"""Long computations, apart from the pages: asked for by key, shared, done in turn by a pool of workers."""
