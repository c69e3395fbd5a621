"""Kinds of job, one folder each; `registry` lists them."""
