using CsvHelper.Configuration.Attributes;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A row of the table of customers, as written.</summary>
internal sealed class CustomerCells
{
    [Name("customer")]
    public string Customer { get; init; } = "";

    [Name("phone"), Optional]
    public string Phone { get; init; } = "";

    [Name("mail"), Optional]
    public string Mail { get; init; } = "";

    [Name("note"), Optional]
    public string Note { get; init; } = "";
}

/// <summary>
/// Customers as rows of a table. The name says which customer is meant; a cell left empty, or a column left out, leaves
/// one there is as it stands.
/// </summary>
internal sealed class CustomerRows(ShopFile file) : ITableRows<CustomerCells>
{
    private Dictionary<string, Customer> there = [];
    private List<Guid> changed = [];

    /// <summary>A customer as a row.</summary>
    internal static CustomerCells Cells(Customer customer) => new()
    {
        Customer = customer.Name,
        Phone = customer.Phone,
        Mail = customer.Mail,
        Note = customer.Note,
    };

    /// <inheritdoc/>
    public string What(CustomerCells cells) => cells.Customer.Trim();

    /// <inheritdoc/>
    public async Task LoadAsync(IReadOnlyList<CustomerCells> rows, CancellationToken stop)
    {
        List<string> names = [.. rows.Select(What)];
        there = (await file.Customers.Where(c => names.Contains(c.Name)).ToListAsync(stop))
            .ToDictionary(c => c.Name, NoCase.Comparer);
        changed = [];
    }

    /// <inheritdoc/>
    public RowTaken Take(CustomerCells cells)
    {
        Customer? customer = there.GetValueOrDefault(What(cells));
        Checks checks = new();
        string name = checks.Text("customer", cells.Customer, "The customer's name", Customer.LongestName);
        string phone = checks.Text(
            "phone",
            RowTaken.Or(cells.Phone, customer?.Phone),
            "The telephone",
            60,
            required: false);
        string mail = checks.Text(
            "mail",
            RowTaken.Or(cells.Mail, customer?.Mail),
            "The mail address",
            120,
            required: false);
        string note = checks.Text(
            "note",
            RowTaken.Or(cells.Note, customer?.Note),
            "The note",
            2_000,
            required: false);
        checks.Done();
        if (customer is null)
        {
            file.Customers.Add(new Customer
            {
                Id = Guid.CreateVersion7(),
                Name = name,
                Phone = phone,
                Mail = mail,
                Note = note
            });
            return RowTaken.Added;
        }

        RowTaken taken = RowTaken.Changed(
            Cells(customer),
            new CustomerCells { Customer = name, Phone = phone, Mail = mail, Note = note });
        if (taken.Fate == RowFate.Change)
        {
            (customer.Name, customer.Phone, customer.Mail, customer.Note) = (name, phone, mail, note);
            customer.Version++;
            changed.Add(customer.Id);
        }

        return taken;
    }

    /// <inheritdoc/>
    public Task OutdateAsync() => file.OutdateAsync(s => changed.Contains(s.CustomerId));
}
