"""Flight: release states, the compiled integrator, results."""
