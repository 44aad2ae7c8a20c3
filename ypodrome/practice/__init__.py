"""What to rehearse before the event. Its screens come after the plan and the round."""
