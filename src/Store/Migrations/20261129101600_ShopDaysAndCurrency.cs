using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class ShopDaysAndCurrency : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Currency",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "USD");

            migrationBuilder.CreateTable(
                name: "ShopDays",
                columns: table => new
                {
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Trailers = table.Column<int>(type: "INTEGER", nullable: false),
                    Overdue = table.Column<int>(type: "INTEGER", nullable: false),
                    OnHold = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ShopDays", x => x.Day);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "ShopDays");

            migrationBuilder.DropColumn(
                name: "Currency",
                table: "Settings");
        }
    }
}
