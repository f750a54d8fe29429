namespace SturdyTinker.Core.Parts.Stock;

/// <summary>
/// Which delivery each use came from, where the oldest on the shelf is used first. Source: common practice. A use that
/// may be of either of two deliveries, or of what lay there before any was written down, is of none.
/// </summary>
public static class FirstInFirstOut
{
    private sealed class Lot
    {
        internal Guid? Delivery { get; init; }

        internal decimal Left { get; set; }
    }

    /// <summary>The delivery of each use, by the use's id; null where nobody can tell.</summary>
    /// <param name="lines">The ledger of one part, in any order.</param>
    public static IReadOnlyDictionary<Guid, Guid?> DeliveryOf(IEnumerable<StockEntry> lines)
    {
        Dictionary<Guid, Guid?> deliveries = [], ofVisit = [];
        LinkedList<Lot> shelf = new();
        foreach (StockEntry line in lines.OrderBy(l => l.At).ThenBy(l => l.Id))
        {
            switch (line.Move)
            {
                case StockMove.Receipt:
                    shelf.AddLast(new Lot { Delivery = line.Id, Left = line.Change });
                    break;
                case StockMove.Use:
                    Guid? of = Take(shelf, -line.Change);
                    deliveries[line.Id] = of;
                    ofVisit[line.VisitId ?? Guid.Empty] = of;
                    break;
                case StockMove.Return:
                    // It came back from the visit that had it: of the delivery that the visit's last use was of.
                    shelf.AddFirst(new Lot
                    {
                        Delivery = ofVisit.GetValueOrDefault(line.VisitId ?? Guid.Empty),
                        Left = line.Change
                    });
                    break;
                default:
                    // What was found or counted over was there before; what was short is the oldest.
                    if (line.Change > 0)
                    {
                        shelf.AddFirst(new Lot { Left = line.Change });
                    }
                    else
                    {
                        Take(shelf, -line.Change);
                    }

                    break;
            }
        }

        return deliveries;
    }

    private static Guid? Take(LinkedList<Lot> shelf, decimal quantity)
    {
        HashSet<Guid?> of = [];
        while (quantity > 0)
        {
            if (shelf.First is not { } oldest)
            {
                of.Add(null);
                break;
            }

            decimal taken = Math.Min(quantity, oldest.Value.Left);
            if (taken > 0)
            {
                of.Add(oldest.Value.Delivery);
                oldest.Value.Left -= taken;
                quantity -= taken;
            }

            if (oldest.Value.Left <= 0)
            {
                shelf.RemoveFirst();
            }
        }

        return of.Count == 1 ? of.First() : null;
    }
}
