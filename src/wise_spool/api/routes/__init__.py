"""Routes, one file a part of the API."""
