"""Rows and how they are kept. This package knows no rule of the trade."""
