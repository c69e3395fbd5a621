"""Use cases: the only place where rules meet records."""
