"""Input no page of ours sends, by hypothesis: a share runs with the tests, thousands by scripts.fuzz."""
