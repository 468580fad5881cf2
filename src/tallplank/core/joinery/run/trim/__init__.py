"""Plinths, moldings, strips and panels along units and round rooms."""
