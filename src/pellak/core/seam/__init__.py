"""The seam itself: how edges meet, tacks and their order, passes and rod, what it will pull."""
