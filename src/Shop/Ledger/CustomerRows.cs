using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Customers as rows of a table. The name says which customer is meant.</summary>
internal static class CustomerRows
{
    internal static IReadOnlyList<string> Columns { get; } = ["customer", "phone", "mail", "note"];

    internal static IReadOnlyList<string> Needed { get; } = ["customer"];

    internal static IReadOnlyList<string> Write(Customer customer) =>
        [customer.Name, customer.Phone, customer.Mail, customer.Note];

    /// <summary>
    /// Takes a row in. A cell left empty, or a column left out, leaves a customer there is as it stands.
    /// </summary>
    internal static async Task<RowTaken> TakeAsync(ShopFile file, Func<string, string> cell, DateOnly today)
    {
        Customer? customer = await file.Customers.FirstOrDefaultAsync(c => c.Name == cell("customer"));
        Checks checks = new();
        string name = checks.Text("customer", cell("customer"), "The customer's name", Customer.LongestName);
        string phone = checks.Text(
            "phone",
            RowTaken.Or(cell("phone"), customer?.Phone),
            "The telephone",
            60,
            required: false);
        string mail = checks.Text(
            "mail",
            RowTaken.Or(cell("mail"), customer?.Mail),
            "The mail address",
            120,
            required: false);
        string note = checks.Text(
            "note",
            RowTaken.Or(cell("note"), customer?.Note),
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

        RowTaken taken = RowTaken.Changed(Columns, Write(customer), [name, phone, mail, note]);
        if (taken.Fate == RowFate.Change)
        {
            (customer.Name, customer.Phone, customer.Mail, customer.Note) = (name, phone, mail, note);
            customer.Version++;
            await file.SaveChangesAsync();
            await file.RefreshOfCustomerAsync(customer.Id, today);
        }

        return taken;
    }
}
