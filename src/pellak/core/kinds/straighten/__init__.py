"""Straighten a member that welds have pulled: job, stations, drawing and rounds."""
